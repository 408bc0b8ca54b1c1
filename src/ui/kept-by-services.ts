import type { Services } from './services';

/**
 * Something that a part of the interface keeps from one visit to the next: one for each services, and gone with them.
 *
 * @param make Makes it when it is first asked for.
 */
export function keptByServices<T>(make: () => T): (services: Services) => T {
  const kept = new WeakMap<Services, T>();
  return (services) => {
    const known = kept.get(services) ?? make();
    kept.set(services, known);
    return known;
  };
}

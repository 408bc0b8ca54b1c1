import type { Surface } from '../scene/surface';

/** A surface that draws nothing and writes down what it is told. */
export function recordingSurface(): { readonly surface: Surface; readonly calls: string[] } {
  const calls: string[] = [];
  const say = (value: unknown) => (typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : String(value));
  const gradient = { addColorStop: (at: number, colour: string) => void calls.push(`stop ${at} ${colour}`) };
  const surface = new Proxy({} as Record<string, unknown>, {
    get: (held, name: string) => {
      if (name in held) return held[name];
      return (...args: unknown[]) => {
        calls.push([name, ...args.map(say)].join(' '));
        return name.startsWith('create') ? gradient : undefined;
      };
    },
    set: (held, name: string, value) => {
      held[name] = value;
      calls.push(`${name} = ${say(value)}`);
      return true;
    },
  });
  return { surface: surface as unknown as Surface, calls };
}

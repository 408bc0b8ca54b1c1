import type { Focus } from '@/core/project/focus';

/** What a focus does, in a few words. */
export function focusWords({ names, range, upRange, periods }: Focus): string {
  const [first = '', ...others] = names;
  const who = names.length === 0 ? '' : others.length === 0 ? first : `${first} and ${others.length} more`;
  const closes = [range || upRange ? 'the axis' : '', periods ? 'the time' : ''].filter(Boolean).join(' and ');
  if (who === '' && closes === '') return 'Nothing chosen yet';
  return [who, closes && `closer on ${closes}`].filter(Boolean).join(', ');
}

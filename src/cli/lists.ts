import { families } from '@/core/families/registry';
import { type DocumentPath, documentPaths } from '@/core/project/document-paths';
import { looks } from '@/core/project/looks';
import { palettes } from '@/core/project/palettes';
import { oneOf } from './numbers';

/** What can be listed. */
export const lists = ['looks', 'palettes', 'families', 'options'] as const;

/** Names of what ships, one a line; options are what each family has of its own. */
export function listed(what: string): string {
  switch (oneOf('--list', what, lists)) {
    case 'looks':
      return lines(looks.map(({ name }) => name));
    case 'palettes':
      return lines(palettes.map(({ id, name, colours }) => `${id}\t${name}\t${colours.join(' ')}`));
    case 'families':
      return lines(families.map(({ id, name, plays }) => `${id}\t${name}\t${plays.join(', ')}`));
    default:
      return families
        .map(({ id }) => `${id}\n${lines(pathsOf(id, 'own.').map((each) => `  ${pathLine(each)}`))}`)
        .join('');
  }
}

const lines = (list: readonly string[]) => list.map((line) => `${line}\n`).join('');

/** Every path that can be set, for a family of charts. */
export function controlPaths(chart: string | undefined): readonly DocumentPath[] {
  return pathsOf(chart ?? families[0]?.id ?? '', '');
}

function pathsOf(chart: string, start: string): readonly DocumentPath[] {
  const id = oneOf(
    '--chart',
    chart,
    families.map((family) => family.id),
  );
  const family = families.find((each) => each.id === id);
  return family ? documentPaths(family).filter(({ path }) => path.startsWith(start)) : [];
}

/** A path in one line: what may stand there, and what it means. */
export function pathLine({ path, type, range, whole, unit, choices, nullable, meaning }: DocumentPath): string {
  const [low, high] = range ?? [];
  const ends = range ? ` ${low ?? ''}..${high ?? ''}` : '';
  const what = choices ? choices.join('|') : `${whole ? 'whole number' : type}${ends}${unit ? ` ${unit}` : ''}`;
  return `${path}\t${what}${nullable ? ' or null' : ''}\t${meaning}`;
}

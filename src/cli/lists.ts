import { familyAliases } from '@/core/families/known';
import { families } from '@/core/families/registry';
import { cardDesigns, cardKinds, cardNames } from '@/core/project/card';
import { cardPaths, type DocumentPath, documentPaths } from '@/core/project/document-paths';
import { looks } from '@/core/project/looks';
import { palettes } from '@/core/project/palettes';
import { oneOf } from './numbers';

/** What can be listed. */
export const lists = ['looks', 'palettes', 'families', 'cards', 'options'] as const;

/** Names of what ships, one a line; options are what each family has of its own. */
export function listed(what: string): string {
  switch (oneOf('--list', what, lists)) {
    case 'looks':
      return lines(looks.map(({ name }) => name));
    case 'palettes':
      return lines(palettes.map(({ id, name, colours }) => `${id}\t${name}\t${colours.join(' ')}`));
    case 'families':
      return (
        lines(families.map(({ id, name, plays }) => `${id}\t${name}\t${plays.join(', ')}`)) +
        lines(Object.entries(familyAliases).map(([word, { id, own }]) => `${word}\tas ${id}\t${settingsOf(own)}`))
      );
    case 'cards':
      return (
        lines(cardKinds.map((kind) => `${kind}\t${cardNames[kind]}`)) + lines(cardDesigns.map((id) => `${id}\tdesign`))
      );
    default:
      return families
        .map(({ id }) => `${id}\n${lines(pathsOf(id, 'own.').map((each) => `  ${pathLine(each)}`))}`)
        .join('');
  }
}

const settingsOf = (own: object) =>
  Object.entries(own)
    .map(([key, value]) => `own.${key}=${value}`)
    .join(' ');

const lines = (list: readonly string[]) => list.map((line) => `${line}\n`).join('');

/** What stands for cards in place of a family. */
const CARD = 'card';

/** Every path that can be set, for a family of charts by any of its names, or for cards. */
export function controlPaths(chart: string | undefined): readonly DocumentPath[] {
  if (chart === CARD) return cardPaths();
  return pathsOf(familyAliases[chart ?? '']?.id ?? chart ?? families[0]?.id ?? '', '');
}

function pathsOf(chart: string, start: string): readonly DocumentPath[] {
  const id = oneOf('--chart', chart, [...families.map((family) => family.id), ...Object.keys(familyAliases), CARD]);
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

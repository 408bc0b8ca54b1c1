import type { FontBytes } from '@/core/project/film-media';
import { showsCard } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { labelParts, textParts } from '@/core/project/text-style';
import type { Cube } from '@/core/shaping/cube';
import { type FontSubset, familyFiles, unicodeRanges } from './font-files';

/** Families that stand in for characters that the chosen one lacks. */
export const standIns: readonly string[] = ['Noto Sans', 'Rubik'];

/** The families that a project's texts are set in. */
export function familiesOf(project: Project): string[] {
  const families = new Set<string>();
  const cards = project.film.pieces.filter(showsCard).map(({ content }) => content.card);
  for (const { dress } of [...project.charts, ...cards]) {
    for (const part of textParts) families.add(dress.texts[part].family);
    for (const part of labelParts) families.add(dress.labels[part].family);
  }
  for (const extra of extrasOf(project)) if (extra.kind === 'text') families.add(extra.fontFamily);
  return [...families];
}

/** Things placed freely, in the pieces and over the whole film. */
const extrasOf = ({ film }: Project) => [...film.pieces.flatMap(({ extras }) => extras), ...film.overlays];

/** Every character that a film may show. */
export function charactersOf(project: Project, cubes: Iterable<Cube>): Set<number> {
  const found = new Set<number>();
  const add = (text: string) => {
    for (let i = 0; i < text.length; i++) {
      const code = text.codePointAt(i) ?? 0;
      found.add(code);
      if (code > 0xffff) i++;
    }
  };
  for (const cube of cubes) {
    for (const name of cube.categories) add(name.slice(0, 200));
    for (const { label } of cube.periods) if (label) add(label.slice(0, 200));
    for (const text of cube.colours ?? []) add(text.slice(0, 200));
  }
  for (const chart of project.charts) {
    for (const text of Object.values(chart.text)) add(text);
    add(
      `${chart.numbers.prefix}${chart.numbers.suffix}${chart.axis.name}${[...chart.axis.targets, ...chart.axis.bands].map(({ label }) => label).join('')}`,
    );
    // Months and short forms of numbers come in the letters of their language.
    add(new Intl.DateTimeFormat(chart.numbers.locale, { dateStyle: 'full', timeZone: 'UTC' }).format(0));
  }
  for (const piece of project.film.pieces) {
    for (const { text } of piece.captions) add(text);
    if (showsCard(piece)) for (const words of Object.values(piece.content.card.texts)) add(words);
  }
  for (const { text } of extrasOf(project)) add(text);
  return found;
}

/** The subsets that are needed for some characters; plain Latin always. */
function subsetsFor(characters: ReadonlySet<number>): Set<FontSubset> {
  const needed = new Set<FontSubset>(['latin']);
  for (const subset of Object.keys(unicodeRanges) as FontSubset[]) {
    if (subset === 'latin') continue;
    const ranges = rangesOf(subset);
    // Marks that many subsets share, such as combining accents, do not call for one of them.
    for (const code of characters) {
      if (code > 0xff && ranges.some(([from, to]) => code >= from && code <= to)) needed.add(subset);
    }
  }
  return needed;
}

const parsed = new Map<FontSubset, readonly (readonly [number, number])[]>();

function rangesOf(subset: FontSubset): readonly (readonly [number, number])[] {
  const known = parsed.get(subset);
  if (known) return known;
  const ranges = unicodeRanges[subset].split(',').map((range): [number, number] => {
    const [from = '0', to = from] = range.slice(2).split('-');
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
  });
  parsed.set(subset, ranges);
  return ranges;
}

/** The files that a film needs, and the CSS descriptors of each. */
export function fontFilesFor(families: readonly string[], characters: ReadonlySet<number>) {
  const subsets = subsetsFor(characters);
  const beyond = [...subsets].some((subset) => subset !== 'latin' && subset !== 'latin-ext');
  const wanted = new Set([...families, ...(beyond ? standIns : [])]);
  return familyFiles
    .filter(({ family }) => wanted.has(family))
    .flatMap(({ family, slug, weights, subsets: own }) =>
      own
        .filter((subset) => subsets.has(subset))
        .map((subset) => ({
          family,
          weights,
          file: `${slug}-${subset}-wght-normal.woff2`,
          unicodeRange: unicodeRanges[subset],
          ranges: rangesOf(subset),
        })),
    );
}

/**
 * Loads fonts into a worker or page, each once. Drawing must wait for it: a font that is merely declared draws as
 * another one.
 */
export class FontLoader {
  private readonly loads = new Map<string, Promise<void>>();

  /**
   * @param fonts The scope's font set (`self.fonts` or `document.fonts`).
   * @param baseUrl Where the app is served, without a slash at the end.
   */
  constructor(
    private readonly fonts: FontFaceSet,
    private readonly baseUrl: string,
  ) {}

  /** How many fonts have been asked for so far: with another one texts may measure otherwise. */
  get count(): number {
    return this.loads.size;
  }

  /** @throws Error naming the file that did not load. */
  async ensure(families: readonly string[], characters: ReadonlySet<number>): Promise<void> {
    const files = fontFilesFor(families, characters);
    await Promise.all(
      files.map(({ family, file, weights, unicodeRange }) =>
        this.once(
          file,
          () => new FontFace(family, `url(${this.baseUrl}/fonts/${file})`, { weight: weights, unicodeRange }),
        ),
      ),
    );
  }

  /** Fonts of the person's own. */
  async add(fonts: readonly FontBytes[]): Promise<void> {
    await Promise.all(
      fonts.map(({ family, bytes }) =>
        this.once(`own ${family}`, () => new FontFace(family, bytes, { weight: '100 900' })),
      ),
    );
  }

  private once(key: string, make: () => FontFace): Promise<void> {
    const running = this.loads.get(key);
    if (running) return running;
    const load = make()
      .load()
      .then(
        (face) => {
          this.fonts.add(face);
        },
        (cause) => {
          this.loads.delete(key);
          throw new Error(`The font ${key} did not load. Reload the page.`, { cause });
        },
      );
    this.loads.set(key, load);
    return load;
  }
}

import { type Card, cardTexts, defaultCard } from '../project/card';
import type { Chart } from '../project/chart';
import { defaultChart, freshFilm } from '../project/defaults';
import { type Dress, defaultDress } from '../project/dress';
import type { KnownFamily } from '../project/family-document';
import type { FilmPiece } from '../project/film';
import { looks } from '../project/looks';
import { cardOf, chartOf, showsCard, tableOf } from '../project/pieces';
import type { Project } from '../project/project';
import { usualMix } from '../project/sound';
import type { TableEntry, TableSource } from '../project/table-entry';
import { cut } from '../project/transition';
import { type Fields, fieldsOf } from '../shaping/fields';
import { builtBy } from './build-chart';
import { soundToScript } from './build-sound';
import {
  type FilmScript,
  SCRIPT_FORMAT,
  SCRIPT_VERSION,
  type ScriptCardPiece,
  type ScriptChartPiece,
  type ScriptInto,
  type ScriptSettings,
  type ScriptTable,
} from './film-script';
import { baseName } from './script-files';

/** A script, and which assets its files hold. */
export interface WrittenScript {
  readonly script: FilmScript;
  /** Ids of assets by the names of files. */
  readonly files: ReadonlyMap<string, string>;
}

/**
 * A film as a script that reads back into the same film: what is as a new project has it is left out. What only the work has,
 * such as tables that no piece shows, stays behind.
 *
 * @throws RangeError for a family that is not known, which reading a project rules out.
 */
export function scriptOfProject(project: Project, families: readonly KnownFamily[]): WrittenScript {
  const files = new FileNames();
  const { stage, framesPerSec, overlays, sounds, mix, beat, pieces } = project.film;
  const [leading] = [...pieces].sort((a, b) => Number(a.ownLook) - Number(b.ownLook));
  const dress = leading ? (cardOf(project, leading.id) ?? chartOf(project, leading.id))?.dress : undefined;
  const look = looks.find((each) => dress !== undefined && same(each.dress, dress));
  const filmDress = look?.dress ?? defaultDress;
  const background = look?.background ?? freshFilm.stage.background;
  const { widthPx, heightPx, background: own, ...around } = stage;
  const { widthPx: _, heightPx: __, background: ___, ...usualAround } = freshFilm.stage;
  const set = differences({ stage: around }, { stage: usualAround });
  const script: FilmScript = {
    format: SCRIPT_FORMAT,
    version: SCRIPT_VERSION,
    ...(project.name === '' ? {} : { name: project.name }),
    size: `${widthPx}x${heightPx}`,
    fps: framesPerSec,
    ...(look ? { look: look.name } : {}),
    ...(same(own, background) ? {} : { background: own }),
    ...some('set', set),
    ...(project.pictures.length === 0
      ? {}
      : { pictures: project.pictures.map(({ id, ...file }) => ({ id, file: files.of('pictures', file) })) }),
    ...(project.fonts.length === 0
      ? {}
      : { fonts: project.fonts.map(({ family, ...file }) => ({ family, file: files.of('fonts', file) })) }),
    ...(overlays.length === 0 ? {} : { overlays }),
    ...(sounds.length === 0 ? {} : { sounds: sounds.map((sound) => soundToScript(sound, files.of('sounds', sound))) }),
    ...(same(mix, usualMix) ? {} : { mix: { gain: mix.gainDb, stepBack: mix.stepBackDb } }),
    ...(beat ? { beat: { bpm: beat.bpm, first: beat.firstSec, perBar: beat.perBar } } : {}),
    pieces: pieces.map((piece) =>
      showsCard(piece)
        ? cardPiece(piece, piece.content.card, filmDress)
        : chartPiece(project, piece, { filmDress, files, families }),
    ),
  };
  return { script, files: files.all() };
}

/** Names of files, each asset under one of its own. */
class FileNames {
  private readonly byAsset = new Map<string, string>();
  private readonly taken = new Set<string>();

  of(folder: string, { assetId, fileName }: { readonly assetId: string; readonly fileName: string }): string {
    const known = this.byAsset.get(assetId);
    if (known !== undefined) return known;
    const [, stem = 'file', ending = ''] = /^(.*?)(\.[^.]*)?$/.exec(baseName(fileName)) ?? [];
    let name = `${folder}/${stem || 'file'}${ending}`;
    for (let i = 2; this.taken.has(name.toLowerCase()); i++) name = `${folder}/${stem}-${i}${ending}`;
    this.taken.add(name.toLowerCase());
    this.byAsset.set(assetId, name);
    return name;
  }

  all(): Map<string, string> {
    return new Map([...this.byAsset].map(([assetId, name]) => [name, assetId]));
  }
}

/** What cards and charts have in common. */
function base({ name, on, ownLook, into, onBeat, notes, captions, extras }: FilmPiece) {
  return {
    ...(name === '' ? {} : { name }),
    ...(on ? {} : { on }),
    ...(ownLook ? { ownLook } : {}),
    ...(same(into, cut) ? {} : { into: intoOf(into) }),
    ...(onBeat === null ? {} : { onBeat }),
    ...(notes ? { notes } : {}),
    ...(captions.length === 0 ? {} : { captions: captions.map(({ text, from, to }) => ({ text, from, to })) }),
    ...(extras.length === 0 ? {} : { extras }),
  };
}

function intoOf({ how, sec, ease, side }: FilmPiece['into']): ScriptInto {
  return {
    how,
    seconds: sec,
    ...(ease === cut.ease ? {} : { ease }),
    ...(side === cut.side ? {} : { side }),
  };
}

/** The look of a piece that has another one than the film. */
function lookOf(dress: Dress, filmDress: Dress, ownLook: boolean): { readonly look?: string; readonly dress: Dress } {
  if (same(dress, filmDress)) return { dress: filmDress };
  const found = looks.find((look) => same(look.dress, dress));
  // A look that is named is the piece's own; one that merely differs is written out value by value.
  return found && ownLook ? { look: found.name, dress: found.dress } : { dress: filmDress };
}

function cardPiece(piece: FilmPiece, card: Card, filmDress: Dress): ScriptCardPiece {
  const { look, dress } = lookOf(card.dress, filmDress, piece.ownLook);
  const usual = defaultCard(card.kind, dress);
  const texts = Object.fromEntries(
    cardTexts.filter((part) => card.texts[part] !== '').map((part) => [part, card.texts[part]]),
  );
  const motions = Object.fromEntries(
    Object.entries(card.motions).filter(
      ([part, motion]) => !same(motion, usual.motions[part as keyof Card['motions']]),
    ),
  );
  return {
    card: card.kind,
    ...(card.design === usual.design ? {} : { design: card.design }),
    ...texts,
    seconds: card.sec,
    ...(card.logo.pictureId === '' ? {} : { logo: card.logo.pictureId }),
    ...(card.logo.size === usual.logo.size ? {} : { logoSize: card.logo.size }),
    ...(card.size === usual.size ? {} : { size: card.size }),
    ...(card.roll === usual.roll ? {} : { roll: card.roll }),
    ...(card.comeSec === usual.comeSec ? {} : { comes: card.comeSec }),
    ...(card.turnSec === usual.turnSec ? {} : { turn: card.turnSec }),
    ...(card.goSec === usual.goSec ? {} : { goes: card.goSec }),
    ...some('motions', motions),
    ...(card.back === null ? {} : { back: card.back }),
    ...(look === undefined ? {} : { look }),
    ...some('set', differences({ dress: card.dress }, { dress })),
    ...base(piece),
  };
}

interface ChartSetting {
  readonly filmDress: Dress;
  readonly files: FileNames;
  readonly families: readonly KnownFamily[];
}

function chartPiece(
  project: Project,
  piece: FilmPiece,
  { filmDress, files, families }: ChartSetting,
): ScriptChartPiece {
  const chart = chartOf(project, piece.id);
  const family = families.find(({ id }) => id === chart?.family);
  if (!chart || !family) throw new RangeError(`film.pieces: of no known family, received ${chart?.family}`);
  const { look, dress } = lookOf(chart.dress, filmDress, piece.ownLook);
  const built = chart.play.kind === 'built' ? chart.play : null;
  const whole = built ? built.lengthSec : chart.pace.length.by === 'whole' ? chart.pace.length.sec : undefined;
  const { title, subtitle, source } = chart.text;
  const { fields } = chart;
  return {
    table: tableFile(tableOf(project, chart), fields, files),
    chart: family.id,
    ...(fields.group === '' ? {} : { group: { column: fields.group, value: chart.group } }),
    ...(built ? { built: built.periodKey || 'last' } : {}),
    ...(title === '' ? {} : { title }),
    ...(subtitle === '' ? {} : { subtitle }),
    ...(source === '' ? {} : { source }),
    ...(whole === undefined ? {} : { seconds: whole }),
    ...(look === undefined ? {} : { look }),
    ...some('set', chartSettings(chart, { family, dress, whole, into: piece.into })),
    ...base(piece),
  };
}

/** Everything in which a chart is other than one that a script begins with. */
function chartSettings(
  chart: Chart,
  { family, dress, whole, into }: { family: KnownFamily; dress: Dress; whole: number | undefined; into: ScriptInto },
): ScriptSettings {
  const plain = defaultChart(chart.id, chart.tableId, chart.fields, family);
  const { title, subtitle, source } = chart.text;
  const usual = {
    ...plain,
    dress,
    text: { ...plain.text, title, subtitle, source },
    // Without seconds the length would follow from the values, so it is written out.
    pace: { ...plain.pace, length: { by: 'whole', sec: whole ?? Number.NaN } } as const,
  };
  const begun = chart.play.kind === 'built' ? builtBy(usual, family, chart.play.periodKey, into) : usual;
  const { id: _, family: __, familyVersion, tableId, kept, fields, group, own, ...rest } = chart;
  const { own: ____, ...other } = begun;
  const play = begun.play.kind === 'built' && whole !== undefined ? { ...begun.play, lengthSec: whole } : begun.play;
  // What a family has of its own may follow from the values, so all of it is written out.
  const all = Object.fromEntries(Object.entries(own as object).map(([key, value]) => [`own.${key}`, value]));
  return { ...all, ...differences(rest, { ...other, play }) };
}

function tableFile(entry: TableEntry, fields: Fields, files: FileNames): ScriptTable {
  const { name, source, added, steps } = entry;
  const open = fieldsOf({ shape: fields.shape });
  const chosen = Object.fromEntries(
    Object.entries(fields).filter(([key, value]) => key === 'shape' || value !== open[key as keyof Fields]),
  ) as ScriptTable['fields'] & object;
  return {
    file: files.of('tables', source),
    ...(name === source.fileName ? {} : { name }),
    ...(source.kind === 'typed' ? { typed: true } : {}),
    ...readingOf(source),
    fields: chosen,
    steps,
    ...(added.length === 0
      ? {}
      : {
          added: added.map(({ source: each, keys, measure }) => ({
            file: files.of('tables', each),
            ...(each.reading.sheet === '' ? {} : { sheet: each.reading.sheet }),
            ...(keys.length === 0 ? {} : { keys }),
            ...(measure === '' ? {} : { measure }),
          })),
        }),
  };
}

function readingOf({ reading: { sheet, encoding, delimiter, headerRow } }: TableSource) {
  return {
    ...(sheet === '' ? {} : { sheet }),
    ...(encoding === '' ? {} : { encoding }),
    ...(delimiter === '' ? {} : { delimiter }),
    ...(headerRow === null ? {} : { headerRow }),
  };
}

const some = <K extends string>(key: K, of: ScriptSettings) =>
  (Object.keys(of).length === 0 ? {} : { [key]: of }) as { readonly [k in K]?: ScriptSettings };

/** Do two values of a document hold the same? */
function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(x);
  return keys.length === Object.keys(y).length && keys.every((key) => Object.hasOwn(y, key) && same(x[key], y[key]));
}

/** Values of a document that are other than those of another one, by their paths. Things of another kind are written as a whole. */
function differences(of: object, from: object, before = ''): Record<string, unknown> {
  const found: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(of)) {
    const path = before === '' ? key : `${before}.${key}`;
    const other = (from as Record<string, unknown>)[key];
    if (same(value, other)) continue;
    const both = isPlain(value) && isPlain(other) && sameKeys(value, other);
    if (both) Object.assign(found, differences(value, other, path));
    else found[path] = value;
  }
  return found;
}

const isPlain = (value: unknown): value is object =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const sameKeys = (a: object, b: object) =>
  Object.keys(a).sort().join('\n') === Object.keys(b).sort().join('\n') &&
  (a as { kind?: unknown }).kind === (b as { kind?: unknown }).kind;

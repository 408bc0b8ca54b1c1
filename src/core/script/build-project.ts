import { type Cubes, clockOf, type Timeline, tellFilm } from '../film/tell-film';
import { beatAt } from '../pace/film-clock';
import type { Chart } from '../project/chart';
import { usualNotes } from '../project/data-notes';
import { freshFilm, freshPiece } from '../project/defaults';
import type { Dress } from '../project/dress';
import { defaultDress } from '../project/dress';
import type { KnownFamily } from '../project/family-document';
import type { Film, FilmPiece } from '../project/film';
import type { AddedFont, Caption, Moment, Picture } from '../project/film-parts';
import type { Look } from '../project/look';
import { readLook } from '../project/look-file';
import { looks } from '../project/looks';
import { PROJECT_VERSION, type Project } from '../project/project';
import { filmSchema } from '../project/schema/film-schema';
import { cut } from '../project/transition';
import type { Cube } from '../shaping/cube';
import type { Issue, Outcome } from '../table/issue';
import { cardOfScript } from './build-card';
import { chartOfScript, familyOfScript } from './build-chart';
import { readSounds, soundOfFilm } from './build-sound';
import { type FilmScript, isCardPiece, type ScriptPiece, tableOfPiece } from './film-script';
import { fewer, type ReadScript } from './read-script';
import { didYouMean, scriptFault, scriptNote } from './script-faults';
import { baseName, pictureOf, ScriptFiles } from './script-files';
import { ScriptTables } from './script-table';
import { withValues } from './set-values';

/** What a film script is made into a project with. */
export interface BuildSetting {
  readonly families: readonly KnownFamily[];
  /** Bytes of the files that the script names, by the names that it has for them. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  /** Gives ids of assets, which are to be the only ones of their kind in the browser. */
  readonly freshAsset: () => string;
  readonly projectId: string;
  /** Seconds of a sound's file. @throws Error that says in words why it cannot be read. */
  readonly soundSec: (bytes: Uint8Array, name: string) => Promise<number>;
}

/** A project as a script says it, with what it is made of. */
export interface BuiltFilm {
  readonly project: Project;
  readonly assets: ReadonlyMap<string, Uint8Array>;
  /** The values of its charts. */
  readonly cubes: Cubes;
}

/**
 * Makes a project of a film script.
 *
 * @param read As `readFilmScript` gives it, mistakes included: they are told together with those that are found here.
 * @returns The project, with what there is to say of it; or every mistake with its path.
 */
export async function projectOfScript(
  { script, faults }: ReadScript,
  setting: BuildSetting,
): Promise<Outcome<BuiltFilm>> {
  if (!script) return { ok: false, issues: faults };
  const outcome = await new FilmBuilder(script, setting).build();
  if (faults.length === 0) return outcome;
  return { ok: false, issues: fewer([...faults, ...(outcome.ok ? [] : outcome.issues)]) };
}

/** Collects mistakes on the way, so that all of them are told at once. */
class FilmBuilder {
  private readonly faults: Issue[] = [];
  private readonly notes: Issue[] = [];
  private readonly files: ScriptFiles;
  private readonly tables: ScriptTables;
  private readonly pictures: Picture[] = [];
  private readonly charts: Chart[] = [];
  private readonly cubes = new Map<string, Cube>();

  constructor(
    private readonly script: FilmScript,
    private readonly setting: BuildSetting,
  ) {
    this.files = new ScriptFiles(setting.files, setting.freshAsset);
    this.tables = new ScriptTables(this.files);
  }

  async build(): Promise<Outcome<BuiltFilm>> {
    const { script } = this;
    for (const [i, { id, file }] of (script.pictures ?? []).entries()) this.addPicture(id, file, `pictures.${i}.file`);
    const fonts = (script.fonts ?? []).flatMap((font, i) => this.font(font, `fonts.${i}.file`));
    const look = this.lookOf(script.look, 'look');
    const pieces: FilmPiece[] = [];
    for (const [i, piece] of script.pieces.entries())
      pieces.push(await this.piece(piece, i, look?.dress ?? defaultDress));
    if (pieces.every(({ on }) => !on))
      this.faults.push(scriptFault('pieces', 'at least one of them has to play: leave “on” out, or set it to true.'));
    const { sounds, faults } = await readSounds(script.sounds ?? [], this.files, this.setting.soundSec);
    this.faults.push(...faults);
    const film = { ...this.film(pieces, look), sounds };
    const project: Project = {
      format: 'plucky-tempo-project',
      version: PROJECT_VERSION,
      id: this.setting.projectId,
      name: script.name ?? titleOf(script) ?? 'Film',
      tables: this.tables.all(),
      charts: this.charts,
      film,
      pictures: this.pictures,
      fonts,
    };
    if (this.faults.length > 0) return { ok: false, issues: this.faults };
    const told = tellFilm(project, this.cubes);
    this.tellShortened(told);
    const finished = {
      ...project,
      film: { ...film, pieces: film.pieces.map((piece) => this.withCaptions(piece, told)) },
    };
    if (this.faults.length > 0) return { ok: false, issues: this.faults };
    return {
      ok: true,
      value: { project: finished, assets: this.files.bytes(), cubes: this.cubes },
      issues: this.notes,
    };
  }

  private film(pieces: readonly FilmPiece[], look: Look | null): Film {
    const { script } = this;
    const { stage, framesPerSec } = freshFilm;
    const [widthPx = stage.widthPx, heightPx = stage.heightPx] = script.size?.split('x').map(Number) ?? [];
    const background = script.background ?? look?.background ?? stage.background;
    const made: Film = {
      ...freshFilm,
      stage: { ...stage, widthPx, heightPx, background },
      framesPerSec: script.fps ?? framesPerSec,
      pieces,
      overlays: script.overlays ?? [],
      ...soundOfFilm(script),
    };
    const schema = filmSchema.keys({ pieces: filmSchema.extract('pieces').optional() });
    const { pieces: _, ...plain } = made;
    const { value, faults } = withValues({
      of: plain,
      // `tempo controls` lists them as parts of the document, with `film.` before them.
      settings: Object.fromEntries(
        Object.entries(script.set ?? {}).map(([key, each]) => [key.replace(/^film\./, ''), each]),
      ),
      schema,
      path: 'set',
      fixed: ['overlays', 'sounds', 'mix', 'beat'],
    });
    this.faults.push(...faults);
    return { ...value, pieces };
  }

  private async piece(piece: ScriptPiece, place: number, filmDress: Dress): Promise<FilmPiece> {
    const path = `pieces.${place}`;
    const id = `${PIECE}${place + 1}`;
    const own = piece.look === undefined ? null : this.lookOf(piece.look, `${path}.look`);
    const dress = own?.dress ?? filmDress;
    const base = freshPiece(id, { kind: 'chart', chartId: `chart-${place + 1}` });
    const { how = 'cut', seconds = cut.sec, ease = cut.ease, side = cut.side } = piece.into ?? {};
    const made: FilmPiece = {
      ...base,
      name: piece.name ?? '',
      on: piece.on ?? true,
      ownLook: piece.ownLook ?? piece.look !== undefined,
      into: { how, sec: seconds, ease, side },
      onBeat: piece.onBeat ?? null,
      notes: piece.notes ? { ...usualNotes, ...(piece.notes === true ? {} : piece.notes) } : null,
      extras: piece.extras ?? [],
    };
    if (isCardPiece(piece)) {
      const { card, faults } = cardOfScript(piece, dress, this.logoOf(piece.logo, `${path}.logo`), path);
      this.faults.push(...faults);
      return { ...made, content: { kind: 'card', card } };
    }
    const { family } = familyOfScript(piece.chart, this.setting.families);
    const table = await this.tables.of(tableOfPiece(piece), piece, path, family.uses.has('further'));
    if (!('cube' in table)) {
      this.faults.push(...table);
      return made;
    }
    for (const note of table.notes)
      if (note.severity !== 'note') this.notes.push({ ...note, message: `${path}: ${note.message}` });
    const chartId = `chart-${place + 1}`;
    const { chart, faults } = chartOfScript(piece, table, {
      id: chartId,
      dress,
      families: this.setting.families,
      path,
    });
    this.faults.push(...faults);
    this.charts.push(chart);
    this.cubes.set(chartId, table.cube);
    return made;
  }

  private lookOf(name: string | undefined, path: string): Look | null {
    if (name === undefined) return null;
    const shipped = looks.find((look) => look.name.toLowerCase() === name.toLowerCase());
    if (shipped) return shipped;
    const names = looks.map((look) => look.name);
    if (!name.toLowerCase().endsWith('.json')) {
      this.faults.push(
        scriptFault(
          path,
          `there is no look “${name}”.${didYouMean(name, names) || ` There are ${names.join(', ')}, and files of looks (.json).`}`,
        ),
      );
      return null;
    }
    const bytes = this.files.bytesOf(name);
    if (!bytes) {
      this.faults.push(
        scriptFault(path, `the look ${name} is not there. It should lie beside the script, under this name.`),
      );
      return null;
    }
    const outcome = readLook(new TextDecoder().decode(bytes));
    if (outcome.ok) return outcome.value;
    this.faults.push(...outcome.issues.map(({ message }) => scriptFault(path, message)));
    return null;
  }

  private addPicture(id: string, file: string, path: string): string {
    const picture = pictureOf(id, file, this.files);
    if (typeof picture === 'string') {
      this.faults.push(scriptFault(path, picture));
      return '';
    }
    this.pictures.push(picture);
    return id;
  }

  /** The picture of a logo: one of the script's, or a file that becomes one. */
  private logoOf(name: string | undefined, path: string): string {
    if (name === undefined) return '';
    if (this.pictures.some(({ id }) => id === name)) return name;
    const id = `picture ${name}`.slice(0, 100);
    return this.pictures.some((each) => each.id === id) ? id : this.addPicture(id, name, path);
  }

  private font({ family, file }: { readonly family: string; readonly file: string }, path: string): AddedFont[] {
    if (this.files.bytesOf(file)) return [{ family, fileName: baseName(file), assetId: this.files.assetOf(file) }];
    this.faults.push(
      scriptFault(path, `the font ${file} is not there. It should lie beside the script, under this name.`),
    );
    return [];
  }

  /** Captions by seconds get the moments of their piece. */
  private withCaptions(piece: FilmPiece, told: Timeline): FilmPiece {
    const place = placeOf(piece);
    const wanted = this.script.pieces[place]?.captions ?? [];
    const placed = new Map(told.pieces.map((each) => [each.piece.id, each])).get(piece.id);
    const keys = placed?.kind === 'chart' ? placed.chart.cube.periods.map(({ key }) => key) : ['card'];
    const captions = wanted.flatMap(({ text, from, to }, i): Caption[] => {
      const path = `pieces.${place}.captions.${i}`;
      const momentOf = (at: number | Moment): Moment | null => {
        if (typeof at !== 'number') return at;
        if (!placed) return { periodKey: keys[0] ?? '', share: 0 };
        if (at > placed.lengthSec + 1e-9) {
          this.faults.push(
            scriptFault(path, `${at} s lies behind the end of the piece, which lasts ${placed.lengthSec} s.`),
          );
          return null;
        }
        const { period, share } = beatAt(clockOf(placed).spanStartSec, at);
        return { periodKey: keys[period] ?? '', share };
      };
      const [start, end] = [momentOf(from), momentOf(to)];
      if (typeof from === 'number' && typeof to === 'number' && to <= from)
        this.faults.push(scriptFault(path, `it goes at ${to} s and comes at ${from} s: it has to come first.`));
      return start && end ? [{ id: `caption-${i + 1}`, text, from: start, to: end }] : [];
    });
    return { ...piece, captions };
  }

  /** A transition never takes more than half of either piece. */
  private tellShortened({ pieces }: Timeline): void {
    for (const { piece, arrival } of pieces) {
      if (!arrival || arrival.wantedSec <= arrival.sec + 1e-9) continue;
      this.notes.push(
        scriptNote(
          `pieces.${placeOf(piece)}.into.seconds`,
          `${arrival.wantedSec} s is more than half of one of the two pieces, so it takes ${Number(arrival.sec.toFixed(3))} s.`,
        ),
      );
    }
  }
}

/** Pieces are called by their places in the script. */
const PIECE = 'piece-';
const placeOf = ({ id }: FilmPiece) => Number(id.slice(PIECE.length)) - 1;

/** What a film without a name is called: as its first piece that has a title. */
const titleOf = ({ pieces }: FilmScript) =>
  pieces.map(({ title }) => title).find((title) => title !== undefined && title !== '');

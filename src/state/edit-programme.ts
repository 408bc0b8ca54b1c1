import type { Chart } from '@/core/project/chart';
import { copyOf } from '@/core/project/copy-piece';
import { freshPiece } from '@/core/project/defaults';
import type { FilmPiece } from '@/core/project/film';
import { ofGroup } from '@/core/project/group-film';
import { chartOf, pieceOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { carryOver, cut, type Transition } from '@/core/project/transition';
import { currentPiece, type PieceDraft } from './current';
import { documentStore, edit, type ProjectDraft } from './document';
import { moveItem } from './edit-list';
import { freshId } from './fresh-id';
import { setSession } from './session';

/** Two charts of one table hand their marks on; others cut. */
const usualInto = (a: Chart, b: Chart): Transition => (a.tableId === b.tableId ? carryOver : cut);

/** Puts pieces behind the one that is edited; the first of them is edited from then on. Returns its id. */
function addBehind(make: (chart: Chart) => readonly Chart[]): string | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const before = currentPiece(project);
  const chart = chartOf(project, before.id);
  const charts = make(chart);
  const pieces = charts.map((each): FilmPiece => freshPiece(freshId(), each.id));
  const [first] = pieces;
  if (!first) return null;
  edit((draft) => {
    const list = draft.film.pieces;
    const at = list.findIndex(({ id }) => id === before.id);
    // What came behind the piece so far comes behind the last new one, by the same way.
    const line = [before, ...pieces];
    line.forEach(({ id }, i) => {
      const [own, next] = [[chart, ...charts][i], charts[i]];
      const piece = id === before.id ? list[at] : (pieces[i - 1] as PieceDraft);
      if (piece && own) piece.into = { ...(next ? usualInto(own, next) : before.into) };
    });
    draft.charts.push(...(charts as ProjectDraft['charts']));
    list.splice(at + 1, 0, ...(pieces as PieceDraft[]));
  });
  setSession({ pieceId: first.id });
  return first.id;
}

/** A piece of the same table as another chart. @param change Makes it what it is to be; the id is given. */
export const addChartPiece = (change: (chart: Chart) => Chart): string | null =>
  addBehind((chart) => [{ ...change(chart), id: freshId() }]);

/** A piece for each of some groups, each with its name behind its title. */
export const addGroupPieces = (groups: readonly string[]): string | null =>
  addBehind((chart) => groups.map((group) => ({ ...inGroup(chart, group), id: freshId() })));

/** The chart of another group. The name of the one before it goes from the title, so that names do not gather there. */
function inGroup(chart: Chart, group: string): Chart {
  const { title } = chart.text;
  const suffix = `: ${chart.group}`;
  const named = chart.group !== '' && title.endsWith(suffix);
  const bare = title === chart.group ? '' : named ? title.slice(0, -suffix.length) : title;
  return { ...ofGroup({ ...chart, text: { ...chart.text, title: bare } }, group), group };
}

/** Changes one piece, whichever is edited. */
function editPieceOf(id: string, recipe: (piece: PieceDraft) => void, gesture: string | null = null): void {
  edit((draft) => {
    for (const piece of draft.film.pieces) if (piece.id === id) recipe(piece);
  }, gesture);
}

export const renamePiece = (id: string, name: string): void =>
  editPieceOf(id, (piece) => {
    piece.name = name.trim();
  });

export const switchPiece = (id: string, on: boolean): void =>
  editPieceOf(id, (piece) => {
    piece.on = on;
  });

/** Changes the way from a piece into the next one. */
export const changeInto = (id: string, change: Partial<Transition>, gesture: string | null = null): void =>
  editPieceOf(
    id,
    (piece) => {
      Object.assign(piece.into, change);
    },
    gesture,
  );

/** Moves a piece to the place of another one. */
export function movePiece(id: string, to: string): void {
  edit((draft) => {
    const { pieces } = draft.film;
    moveItem(
      pieces,
      pieces.findIndex((piece) => piece.id === id),
      pieces.findIndex((piece) => piece.id === to),
    );
  });
}

/** Puts a copy of a piece behind it, with a chart of its own. Returns the copy's id. */
export function doublePiece(id: string): string | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const { piece, chart } = copyOf(pieceOf(project, id), chartOf(project, id), freshId);
  edit((draft) => {
    const at = draft.film.pieces.findIndex((each) => each.id === id);
    draft.charts.push(chart as ProjectDraft['charts'][number]);
    draft.film.pieces.splice(at + 1, 0, piece as PieceDraft);
  });
  setSession({ pieceId: piece.id });
  return piece.id;
}

/** Takes a piece out, and its chart where no other piece shows it. The last one stays. */
export function removePiece(id: string): void {
  edit((draft) => {
    const { pieces } = draft.film;
    if (pieces.length < 2) return;
    const kept = pieces.filter((piece) => piece.id !== id);
    draft.film.pieces = kept;
    const used = new Set(kept.map(({ content }) => content.chartId));
    draft.charts = draft.charts.filter((chart) => used.has(chart.id));
  });
}

/** What a piece is called: by the person, or else as its chart's title. */
export function pieceName(project: Project, piece: FilmPiece): string {
  const chart = chartOf(project, piece.id);
  return piece.name || chart.text.title || chart.group || 'Untitled';
}

import type { CardKind } from '@/core/project/card';
import type { Chart } from '@/core/project/chart';
import { copyOf } from '@/core/project/copy-piece';
import { freshPiece } from '@/core/project/defaults';
import type { FilmPiece } from '@/core/project/film';
import { ofGroup } from '@/core/project/group-film';
import { chartOf, lastPiece, pieceOf, showsChart } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { startingCard } from '@/core/project/starting-card';
import { carryOver, cut, dissolve, type Transition } from '@/core/project/transition';
import { currentPiece, type PieceDraft } from './current';
import { documentStore, edit, type ProjectDraft } from './document';
import { moveItem } from './edit-list';
import { freshId } from './fresh-id';
import { setSession } from './session';

/** Two charts of one table hand their marks on, and a card gives way softly; others cut. */
function usualInto(a: NewPiece, b: NewPiece): Transition {
  if (a.chart && b.chart) return a.chart.tableId === b.chart.tableId ? carryOver : cut;
  return dissolve;
}

/** A piece with the chart that it shows; null for a card. */
interface NewPiece {
  readonly piece: FilmPiece;
  readonly chart: Chart | null;
}

const newChart = (chart: Chart): NewPiece => ({ piece: freshPiece(freshId(), chart.id), chart });

/** Puts pieces behind the one that is edited, or another one; the first of them is edited from then on. Returns its id. */
function addBehind(
  make: (before: FilmPiece, project: Project) => readonly NewPiece[],
  behind: FilmPiece | null = null,
): string | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const before = behind ?? currentPiece(project);
  const made = make(before, project);
  const [first] = made;
  if (!first) return null;
  const line: NewPiece[] = [{ piece: before, chart: chartOf(project, before.id) }, ...made];
  // What came behind the piece so far comes behind the last new one, by the same way.
  const pieces = made.map((each, i) => ({ ...each.piece, into: usualInto(line[i] ?? each, each) }));
  edit((draft) => {
    for (const { chart } of made) if (chart) draft.charts.push(chart as ProjectDraft['charts'][number]);
    const list = draft.film.pieces;
    list.splice(list.findIndex(({ id }) => id === before.id) + 1, 0, ...(pieces as PieceDraft[]));
  });
  setSession({ pieceId: first.piece.id });
  return first.piece.id;
}

/** Charts behind the one that is edited, or behind a card, like the first chart of the film. */
const addCharts = (make: (chart: Chart) => readonly Chart[]): string | null =>
  addBehind((before, project) => {
    const chart = chartOf(project, before.id) ?? chartOf(project, null);
    return chart ? make(chart).map(newChart) : [];
  });

/** A piece of the same table as another chart. @param change Makes it what it is to be; the id is given. */
export const addChartPiece = (change: (chart: Chart) => Chart): string | null =>
  addCharts((chart) => [{ ...change(chart), id: freshId() }]);

/** A piece for each of some groups, each with its name behind its title. */
export const addGroupPieces = (groups: readonly string[]): string | null =>
  addCharts((chart) => groups.map((group) => ({ ...inGroup(chart, group), id: freshId() })));

/**
 * A card: an opening one at the start of the film, a closing one at its end, others behind the piece that is edited. It has the
 * look of the piece that it is put next to.
 */
export function addCardPiece(kind: CardKind): string | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const make = (beside: FilmPiece): NewPiece => ({
    piece: freshPiece(freshId(), { kind: 'card', card: startingCard(project, kind, beside.id) }),
    chart: null,
  });
  if (kind !== 'opening') return addBehind((before) => [make(before)], kind === 'closing' ? lastPiece(project) : null);
  const { piece } = make(pieceOf(project, null));
  edit((draft) => {
    const [first] = draft.film.pieces;
    if (first && first.into.how === 'cut') first.into = { ...dissolve };
    draft.film.pieces.unshift(piece as PieceDraft);
  });
  setSession({ pieceId: piece.id });
  return piece.id;
}

/** The chart of another group. The name of the one before it goes from the title, so that names do not gather there. */
function inGroup(chart: Chart, group: string): Chart {
  const { title } = chart.text;
  const suffix = `: ${chart.group}`;
  const named = chart.group !== '' && title.endsWith(suffix);
  const bare = title === chart.group ? '' : named ? title.slice(0, -suffix.length) : title;
  return { ...ofGroup({ ...chart, text: { ...chart.text, title: bare } }, group), group };
}

/** Changes one piece, whichever is edited. */
export function editPieceOf(id: string, recipe: (piece: PieceDraft) => void, gesture: string | null = null): void {
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

/** Changes the way into a piece from the one ahead. */
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
    if (chart) draft.charts.push(chart as ProjectDraft['charts'][number]);
    draft.film.pieces.splice(at + 1, 0, piece as PieceDraft);
  });
  setSession({ pieceId: piece.id });
  return piece.id;
}

/** Takes a piece out, and its chart where no other piece shows it. The last chart stays. */
export function removePiece(id: string): void {
  edit((draft) => {
    const { pieces } = draft.film;
    const kept = pieces.filter((piece) => piece.id !== id);
    if (!(kept as FilmPiece[]).some(showsChart)) return;
    draft.film.pieces = kept;
    const used = new Set((kept as FilmPiece[]).filter(showsChart).map(({ content }) => content.chartId));
    draft.charts = draft.charts.filter((chart) => used.has(chart.id));
  });
}

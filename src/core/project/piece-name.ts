import { type Card, cardNames, cardTexts } from './card';
import { titleFromFileName } from './defaults';
import type { FilmPiece } from './film';
import { cardOf, chartOf } from './pieces';
import type { Project } from './project';

/** Characters of a name that is taken from a card's words. */
const MOST = 60;

/**
 * What a piece is called: by the person, or else as its chart's title, its group or its table, or by the first words of its card.
 */
export function pieceName(project: Pick<Project, 'film' | 'charts' | 'tables'>, piece: FilmPiece): string {
  if (piece.name !== '') return piece.name;
  const card = cardOf(project, piece.id);
  if (card) return firstWords(card) || cardNames[card.kind];
  const chart = chartOf(project, piece.id);
  if (!chart) return 'Untitled';
  const table = project.tables.find(({ id }) => id === chart.tableId);
  return chart.text.title || chart.group || titleFromFileName(table?.name ?? '') || 'Untitled';
}

function firstWords({ texts }: Card): string {
  const text = cardTexts.map((part) => texts[part].trim()).find((words) => words !== '') ?? '';
  return (text.split('\n')[0] ?? '').slice(0, MOST).trim();
}

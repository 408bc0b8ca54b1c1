import { type Card, type CardKind, type CardText, defaultCard } from './card';
import type { Chart } from './chart';
import { defaultDress } from './dress';
import { cardOf, chartOf } from './pieces';
import type { Project } from './project';

type Words = Partial<Record<CardText, string>>;

/**
 * A card to start with: words that are known already, or words that say what is to be written, in the look of a piece.
 *
 * @param besideId The piece that it is put next to.
 */
export function startingCard(project: Project, kind: CardKind, besideId: string): Card {
  const chart = chartOf(project, besideId) ?? chartOf(project, null);
  const dress = (cardOf(project, besideId) ?? chart)?.dress ?? defaultDress;
  const card = defaultCard(kind, dress);
  return { ...card, texts: { ...card.texts, ...wordsOf(project, kind, chart) } };
}

function wordsOf(project: Project, kind: CardKind, chart: Chart | null): Words {
  if (kind === 'opening')
    return { title: project.name || chart?.text.title || 'Title', tagline: chart?.text.subtitle ?? '' };
  if (kind === 'closing') return { title: 'Thank you for watching', source: sourcesOf(project) };
  if (kind === 'chapter') return { title: 'Next chapter', tagline: `Part ${project.film.pieces.length}` };
  if (kind === 'quote') return { title: '“Words that are worth repeating.”', tagline: 'Who said them' };
  return { title: 'A word before we go on', lines: 'Write here what needs to be said.' };
}

/** The sources that the charts name, each once. */
function sourcesOf({ charts }: Project): string {
  return [...new Set(charts.map(({ text }) => text.source.trim()).filter((source) => source !== ''))].join('; ');
}

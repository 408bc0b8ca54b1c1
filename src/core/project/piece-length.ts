import { paceLimits } from '../pace/pace';
import { cardLimits } from './card';
import { pieceOf, withChart } from './pieces';
import type { Project } from './project';

const clamp = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));

/** The project with a piece that lasts so many seconds, as far as a chart or a card may; it does not go by the beat any more. */
export function withPieceLength(project: Project, pieceId: string, sec: number): Project {
  const pieces = project.film.pieces.map((piece) => {
    if (piece.id !== pieceId) return piece;
    const { content } = piece;
    const lasting =
      content.kind === 'card' ? { ...content, card: { ...content.card, sec: clamp(sec, cardLimits.sec) } } : content;
    return { ...piece, onBeat: null, content: lasting };
  });
  const next = { ...project, film: { ...project.film, pieces } };
  if (pieceOf(next, pieceId).content.kind === 'card') return next;
  const lengthSec = clamp(sec, paceLimits.lengthSec);
  return withChart(next, pieceId, (chart) =>
    chart.play.kind === 'built'
      ? { ...chart, play: { ...chart.play, lengthSec } }
      : { ...chart, pace: { ...chart.pace, length: { by: 'whole', sec: lengthSec } } },
  );
}

import { type Migration, objectOf, objectsOf } from './migration';

/** Version 4 keeps what belongs to a family under `own`, and makes a film of pieces. */
export const from3: Migration = (document) => {
  const { sequence, extras, captions, ...film } = objectOf(document.film);
  const played = Array.isArray(sequence) ? sequence : [];
  return {
    ...document,
    version: 4,
    charts: objectsOf(document.charts).map(({ places, order, swapMode, domain, momentWords, ...chart }) => ({
      ...chart,
      familyVersion: 1,
      play: { kind: 'through-time' },
      own: { places, order, swapMode, domain, momentWords },
    })),
    film: {
      ...film,
      // What lay over the film lay over its only chart.
      pieces: played.map((chartId, i) => ({
        id: `piece-${i + 1}`,
        name: '',
        on: true,
        content: { kind: 'chart', chartId },
        extras: i === 0 ? objectsOf(extras).map(heldByMark) : [],
        captions: i === 0 ? captions : [],
      })),
    },
  };
};

/** An extra that travels with a bar travels with a mark now, of whatever family. */
function heldByMark(extra: Record<string, unknown>): Record<string, unknown> {
  const anchor = objectOf(extra.anchor);
  return anchor.kind === 'bar' ? { ...extra, anchor: { ...anchor, kind: 'mark' } } : extra;
}

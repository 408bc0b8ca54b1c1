import { type Migration, objectOf, objectsOf } from './migration';

/** Steps of a build have seconds of their own from version 11 on. */
const withStepSeconds = (holder: Record<string, unknown>): Record<string, unknown> => {
  const play = objectOf(holder.play);
  if (!Array.isArray(play.steps)) return holder;
  return { ...holder, play: { ...play, steps: objectsOf(play.steps).map((step) => ({ ...step, takesSec: null })) } };
};

/** Version 11 has sounds under the film, how they come together, and a beat that pieces may go by. */
export const from10: Migration = (document) => {
  const film = objectOf(document.film);
  return {
    ...document,
    version: 11,
    charts: objectsOf(document.charts).map((chart) => ({
      ...withStepSeconds(chart),
      ...(Array.isArray(chart.kept) ? { kept: objectsOf(chart.kept).map(withStepSeconds) } : {}),
    })),
    film: {
      ...film,
      pieces: objectsOf(film.pieces).map((piece) => ({ ...piece, onBeat: null, notes: null })),
      sounds: [],
      mix: { gainDb: 0, stepBackDb: 12 },
      beat: null,
    },
  };
};

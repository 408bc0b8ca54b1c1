import { type Migration, objectOf, objectsOf } from './migration';

/** Version 11 has sounds under the film, how they come together, and a beat that pieces may go by. */
export const from10: Migration = (document) => {
  const film = objectOf(document.film);
  return {
    ...document,
    version: 11,
    film: {
      ...film,
      pieces: objectsOf(film.pieces).map((piece) => ({ ...piece, onBeat: null })),
      sounds: [],
      mix: { gainDb: 0, stepBackDb: 12 },
      beat: null,
    },
  };
};

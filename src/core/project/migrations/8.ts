import { type Migration, objectOf, objectsOf } from './migration';

/** Version 9 has pieces that give way to the next one in some time, and pieces with a look of their own. */
export const from8: Migration = (document) => {
  const film = objectOf(document.film);
  return {
    ...document,
    version: 9,
    film: {
      ...film,
      pieces: objectsOf(film.pieces).map((piece) => ({
        ...piece,
        ownLook: false,
        into: { how: 'cut', sec: 0.8, ease: 'soft', side: 'left' },
      })),
    },
  };
};

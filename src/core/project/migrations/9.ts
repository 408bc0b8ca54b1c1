import { type Migration, objectOf } from './migration';

/** Version 10 has cards as pieces, which earlier films have none of, and things that lie over the whole film. */
export const from9: Migration = (document) => ({
  ...document,
  version: 10,
  film: { ...objectOf(document.film), overlays: [] },
});

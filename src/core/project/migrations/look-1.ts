import { type Migration, objectOf } from './migration';

/** Version 2 of a look says how lines look. */
export const lookFrom1: Migration = (look) => ({
  ...look,
  version: 2,
  dress: { ...objectOf(look.dress), lines: { width: 0.65, points: 'ends', pointSize: 2.4, fill: 0 } },
});

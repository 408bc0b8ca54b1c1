import { withDepth } from './5';
import type { Migration } from './migration';

/** Version 3 of a look can let bars stand out of the plane. */
export const lookFrom2: Migration = (look) => ({ ...look, version: 3, dress: withDepth(look.dress) });

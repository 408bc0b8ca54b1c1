import { addressOf } from './address';

/** What must be the same on all machines that work on a film, so that its spans fit together. */
export interface FarmVersion {
  /** The product's version, and an address of the code that paints: `0.1.0+1a2b3c4d5e6f`. */
  readonly product: string;
  /** Chromium's version, such as `140.0.7339.80`. */
  readonly chromium: string;
}

/** The queue of a version: machines of another one never see its work. */
export const queueNameOf = ({ product, chromium }: FarmVersion) =>
  `films-${addressOf([product, chromium]).slice(0, 12)}`;

export const sameVersion = (a: FarmVersion, b: FarmVersion) => a.product === b.product && a.chromium === b.chromium;

export const versionWords = ({ product, chromium }: FarmVersion) => `Plucky Tempo ${product} with Chromium ${chromium}`;

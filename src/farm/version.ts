import { addressOf } from './address';

/** What must be the same on all machines that work on a film, so that its spans are found and fit together. */
export interface FarmVersion {
  /** The product's version, and an address of the code that paints: `0.1.0+1a2b3c4d5e6f`. */
  readonly product: string;
  /** Chromium's version, such as `140.0.7339.80`. */
  readonly chromium: string;
  /** The mark of the store: two farms may share a queue, and each machine mounts a folder where it likes. */
  readonly store: string;
}

/** The queue of a version: machines of another one never see its work. */
export const queueNameOf = ({ product, chromium, store }: FarmVersion) =>
  `films-${addressOf([product, chromium, store]).slice(0, 12)}`;

export const sameVersion = (a: FarmVersion, b: FarmVersion) => queueNameOf(a) === queueNameOf(b);

export const versionWords = ({ product, chromium, store }: FarmVersion) =>
  `Plucky Tempo ${product} with Chromium ${chromium} at the store ${store}`;

/** What can go wrong with a farm as a whole, apart from its films. */
export type FarmErrorCode =
  | 'queue-unreachable'
  | 'queue-refused'
  | 'store-unreachable'
  | 'store-refused'
  | 'store-full'
  | 'store-missing'
  | 'bad-place'
  | 'bad-job'
  | 'no-version';

/** A farm's trouble, in words that say what to do. */
export class FarmError extends Error {
  constructor(
    readonly code: FarmErrorCode,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = 'FarmError';
  }

  /** Trouble of the store passes, and is no fault of the film that was being made. */
  get ofStore(): boolean {
    return this.code === 'store-unreachable' || this.code === 'store-refused' || this.code === 'store-full';
  }
}

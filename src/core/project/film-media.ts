/** A picture on its way to a painter. */
export interface ImageBytes {
  /** A picture's id, or `flag:XX`. */
  readonly id: string;
  readonly mime: string;
  readonly bytes: ArrayBuffer;
}

/** A font that the person added, on its way to a painter. */
export interface FontBytes {
  readonly family: string;
  readonly bytes: ArrayBuffer;
}

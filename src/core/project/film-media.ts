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

/** The file of a sound, on its way to whoever mixes: a blob, since it may be long. */
export interface SoundBytes {
  readonly assetId: string;
  readonly bytes: Blob;
}

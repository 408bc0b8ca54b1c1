/** Marks between cells that are understood, with their names. */
export const delimiters: ReadonlyMap<string, string> = new Map([
  [',', 'commas'],
  [';', 'semicolons'],
  ['\t', 'tabs'],
  ['|', 'upright bars'],
]);

/** Encodings that a person can choose by hand; the detector may find others. */
export const encodings = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const;

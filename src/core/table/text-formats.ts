/** Marks between cells that are understood, with their names. */
export const delimiters: ReadonlyMap<string, string> = new Map([
  [',', 'commas'],
  [';', 'semicolons'],
  ['\t', 'tabs'],
  ['|', 'upright bars'],
]);

/** Encodings that a person can choose by hand; the detector may find others. */
export const encodings = [
  'utf-8',
  'utf-16le',
  'utf-16be',
  'windows-1252',
  'windows-1250',
  'windows-1251',
  'windows-1253',
  'windows-1254',
  'windows-1255',
  'windows-1256',
  'windows-1257',
  'windows-1258',
  'iso-8859-2',
  'iso-8859-5',
  'iso-8859-7',
  'iso-8859-15',
  'koi8-r',
  'macintosh',
  'shift_jis',
  'euc-jp',
  'euc-kr',
  'gb18030',
  'big5',
] as const;

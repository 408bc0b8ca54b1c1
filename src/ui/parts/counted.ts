/** A number of things in words: “1 row”, “2,400 rows”. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en-GB')} ${count === 1 ? one : many}`;

/**
 * A function that remembers what it found for what it was asked before. When it has remembered too much it forgets all:
 * every frame asks for the same few, so they are soon known again.
 *
 * @param make Gives the same for the same, whenever it is asked.
 * @param most How many answers are kept.
 */
export function remembered<K extends string | number, V extends string | readonly string[]>(
  make: (asked: K) => V,
  most = 5000,
): (asked: K) => V {
  const answers = new Map<K, V>();
  return (asked) => {
    const known = answers.get(asked);
    if (known !== undefined) return known;
    const found = make(asked);
    if (answers.size >= most) answers.clear();
    answers.set(asked, found);
    return found;
  };
}

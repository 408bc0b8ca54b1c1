/** A thing in a list of the document that has a name of its own. */
interface Named {
  readonly id: string;
}

/** Changes the thing of that name; nothing where there is none. */
export function changeById<T extends Named>(list: readonly T[], id: string, change: Partial<T>): void {
  const found = list.find((each) => each.id === id);
  if (found) Object.assign(found, change);
}

/** Takes the thing of that name out; nothing where there is none. */
export function removeById(list: Named[], id: string): void {
  const place = list.findIndex((each) => each.id === id);
  if (place >= 0) list.splice(place, 1);
}

/** Puts what stands at one place at another one, both from 0; nothing where either is outside the list. */
export function moveItem<T>(list: T[], from: number, to: number): void {
  if (from < 0 || to < 0 || from >= list.length || to >= list.length) return;
  const [item] = list.splice(from, 1);
  if (item !== undefined) list.splice(to, 0, item);
}

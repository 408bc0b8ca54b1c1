/** Names in the order in which they first come. */
export class NameList {
  readonly names: string[] = [];
  private readonly places = new Map<string, number>();

  place(name: string): number {
    const known = this.places.get(name);
    if (known !== undefined) return known;
    this.places.set(name, this.names.length);
    this.names.push(name);
    return this.names.length - 1;
  }
}

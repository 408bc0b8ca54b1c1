/** The part of jsonstat-toolkit that is used; the package brings no types. */
declare module 'jsonstat-toolkit' {
  interface JsonStatDataset {
    readonly class: string;
    readonly length: number;
    toTable(options: {
      readonly type: 'arrobj';
      readonly content: 'label' | 'id';
      readonly field: 'label' | 'id';
      readonly vlabel: string;
    }): Readonly<Record<string, string | number | null>>[];
    Dataset(place: number): JsonStatDataset | null;
  }
  export default function JSONstat(json: object): JsonStatDataset;
}

/** A row at a moment. */
export interface RowAt {
  readonly series: number;
  readonly category: number;
  readonly value: number;
  readonly rank: number;
  readonly slot: number;
  readonly opacity: number;
  /** The same, as far as it does not step back for another. */
  readonly presence: number;
  /** How much of its number and bar has come. */
  readonly grown: number;
  readonly slidePx: number;
  readonly colour: string;
  /** Upper end, on screen. */
  readonly y: number;
}

import type { BubbleValue } from './course';

/** A bubble on stage. */
export interface BubbleAt extends BubbleValue {
  readonly x: number;
  readonly y: number;
  readonly radiusPx: number;
  readonly opacity: number;
  /** How far its name has come. */
  readonly said: number;
  readonly colour: string;
}

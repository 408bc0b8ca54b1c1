/** What lies over the stage. */
export interface OverlayProps {
  /** CSS pixels per stage pixel. */
  readonly scale: number;
}

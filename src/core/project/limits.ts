/** Limits of what the document may hold, shared by the schema and the interface: from and to, or the most characters. */
export const projectLimits = {
  /** Pixels. */
  stagePx: [16, 3840],
  decimals: [0, 6],
  textLength: 500,
  affixLength: 12,
  captionLength: 1000,
  /** Hundredths of the stage's shorter side. */
  margin: [0, 30],
  /** Hundredths of the stage's shorter side. */
  textSize: [0.5, 40],
  /** Times the size that fits. */
  labelSize: [0.3, 2],
  /** Parts of the font's size. */
  spacing: [-0.1, 1],
  fadeSec: [0, 30],
  /** Seconds. */
  transitionSec: [0.1, 10],
  /** Hundredths of the stage's shorter side. */
  extraSize: [0.1, 400],
  /** Hundredths of the stage's shorter side. */
  extraOffset: [-500, 500],
  /** Hundredths of the stage's shorter side. */
  extraStroke: [0, 20],
  fontWeight: [100, 900],
  beatsAPeriod: [0.25, 64],
  angleDeg: [-360, 360],
  /** Hundredths of the stage's shorter side. */
  backgroundBlur: [0, 10],
} as const;

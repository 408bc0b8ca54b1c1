import { type Migration, objectOf, objectsOf } from './migration';

/** What a dress says of depth since version 6 of projects and 3 of looks: nothing stands out. */
export function withDepth(dress: unknown) {
  const { bars, ...rest } = objectOf(dress);
  return { ...rest, bars: { ...objectOf(bars), depth: 0, depthAngle: 35, light: 0.5 } };
}

/** Version 6 can divide categories into parts, lets bars stand out of the plane, and keeps what other families had. */
export const from5: Migration = (document) => ({
  ...document,
  version: 6,
  charts: objectsOf(document.charts).map((chart) => ({
    ...chart,
    fields: { ...objectOf(chart.fields), parts: '' },
    dress: withDepth(chart.dress),
    kept: [],
  })),
});

import { type Migration, objectOf, objectsOf } from './migration';

/** Version 5 says how lines look. */
export const from4: Migration = (document) => ({
  ...document,
  version: 5,
  charts: objectsOf(document.charts).map((chart) => ({
    ...chart,
    dress: { ...objectOf(chart.dress), lines: { width: 0.65, points: 'ends', pointSize: 2.4, fill: 0 } },
  })),
});

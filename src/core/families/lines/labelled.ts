import type { PressedPoint, SchemaParts } from '../../project/family-document';

/** Points that may be chosen one by one. */
export const MOST_LABELLED = 400;

/** The points that are chosen, as the document keeps them. */
export function pointsSchema({ Joi }: SchemaParts) {
  const point = Joi.object({
    name: Joi.string().allow('').required().description('Name of a line'),
    period: Joi.string().required().description('Key of a period'),
  });
  return Joi.array()
    .items(point)
    .max(MOST_LABELLED)
    .required()
    .description('Points that have their value beside them, where they are chosen one by one');
}

/** Chooses a point, or lets go of one that is chosen; more than so many are not taken. */
export function togglePoint(points: readonly PressedPoint[], { name, period }: PressedPoint): readonly PressedPoint[] {
  const without = points.filter((point) => point.name !== name || point.period !== period);
  if (without.length < points.length) return without;
  return points.length >= MOST_LABELLED ? points : [...points, { name, period }];
}

/** Pressing a point chooses it, or lets it go, where points are chosen one by one. */
export function pressedPoint<Own extends { readonly pointLabels: string; readonly labelled: readonly PressedPoint[] }>(
  own: Own,
  point: PressedPoint,
): Own | null {
  return own.pointLabels === 'chosen' ? { ...own, labelled: togglePoint(own.labelled, point) } : null;
}

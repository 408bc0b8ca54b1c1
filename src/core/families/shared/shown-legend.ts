import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { Cube } from '../../shaping/cube';
import type { StandingsCourse } from './standings/course';

/** A legend of all names that ever come on stage; null where colours tell something else than names. */
export function shownLegend(
  { cube, course }: { readonly cube: Cube; readonly course: StandingsCourse },
  { ofCategory, ofShare, ofSign }: Colours,
): LegendContent | null {
  if (ofShare || ofSign) return null;
  const { race } = course;
  const shown = Array.from(race.series.categories).filter((_, k) => (race.showing[k]?.length ?? 0) > 0);
  return {
    kind: 'names',
    entries: shown.map((c) => ({ name: cube.categories[c] ?? '', colour: ofCategory[c] ?? '#888888' })),
  };
}

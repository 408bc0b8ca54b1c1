'use client';

import { FamilyControls } from '../parts/control';
import { Section } from '../parts/field';
import { useFamily, useSession } from '../use-state';
import { NamesField } from './names-field';
import { PeriodsField } from './periods-field';
import { PointsField } from './points-field';

/** What the family of charts has of its own: how many marks, in what order, how they look. */
export function MarksSection() {
  const count = useSession((state) => state.cube?.categories.length ?? 0);
  const { marks } = useFamily();
  return (
    <Section title={marks}>
      <FamilyControls
        step="dress"
        units={count > 0 ? { places: `of ${count}`, 'series-most': `of ${count}` } : {}}
        made={{
          'compared-periods': <PeriodsField />,
          'columns-marked': <PeriodsField />,
          'series-hidden': <NamesField />,
          'lines-labelled': <PointsField />,
        }}
      />
    </Section>
  );
}

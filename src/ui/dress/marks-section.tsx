'use client';

import type { ReactNode } from 'react';
import { FamilyControls } from '../parts/control';
import { Section } from '../parts/field';
import { useFamily, useSession } from '../use-state';
import { NamesField } from './names-field';
import { PeriodsField } from './periods-field';
import { PointsField } from './points-field';

/** What draws controls that are more than a plain value; ranges of axes and words of moments stand in sections of their own. */
const fields: Readonly<Record<string, ReactNode>> = {
  periods: <PeriodsField />,
  names: <NamesField />,
  points: <PointsField />,
};

/** What the family of charts has of its own: how many marks, in what order, how they look. */
export function MarksSection() {
  const count = useSession((state) => state.cube?.categories.length ?? 0);
  const { marks, controls } = useFamily();
  const made = Object.fromEntries(
    controls.flatMap(({ id, input }) => (input.kind === 'made' && fields[input.by] ? [[id, fields[input.by]]] : [])),
  );
  return (
    <Section title={marks}>
      <FamilyControls
        step="dress"
        units={count > 0 ? { places: `of ${count}`, 'series-most': `of ${count}` } : {}}
        made={made}
      />
    </Section>
  );
}

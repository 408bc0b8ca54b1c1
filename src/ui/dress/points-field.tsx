'use client';

import { putAt, valueAt } from '@/core/project/document-value';
import type { PressedPoint } from '@/core/project/family-document';
import { periodLabel } from '@/core/scale/period-format';
import { cubeValue } from '@/core/shaping/cube';
import { editChart } from '@/state/current';
import { specApplies } from '../controls';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { VirtualGrid } from '../parts/virtual-grid';
import { useChart, useFamily, useSession } from '../use-state';

const keyOf = ({ name, period }: PressedPoint) => `${period} ${name}`;

/** Points that are chosen one by one: a small grid of periods and lines. Nothing for families that choose none. */
export function PointsField() {
  const spec = useFamily().controls.find(({ input }) => input.kind === 'made' && input.by === 'points');
  const applies = useChart((chart) => spec !== undefined && specApplies(spec, chart));
  const cube = useSession((state) => state.cube);
  const hidden = useChart((chart) => valueAt(chart, 'own.hidden') as readonly string[] | undefined) ?? none;
  const points =
    useChart((chart) => (spec ? (valueAt(chart, spec.path) as readonly PressedPoint[] | undefined) : undefined)) ??
    nowhere;
  const pattern = useChart((chart) => chart.datePattern) ?? '';
  const locale = useChart((chart) => chart.numbers.locale);
  if (!spec || !applies || spec.input.kind !== 'made' || spec.input.by !== 'points' || !cube || !locale) return null;
  const { most } = spec.input;
  const chosen = new Set(points.map(keyOf));
  const lines = cube.categories.flatMap((name, place) => (hidden.includes(name) ? [] : [{ name, place }]));
  const set = (next: readonly PressedPoint[]) => editChart((chart) => putAt(chart, spec.path, next));
  const toggle = (point: PressedPoint) =>
    set(chosen.has(keyOf(point)) ? points.filter((each) => keyOf(each) !== keyOf(point)) : [...points, point]);
  const labelOf = (row: number) => {
    const period = cube.periods[row];
    return period ? periodLabel(cube.kind, period, pattern, locale) : '';
  };
  return (
    <Field
      control={spec.id}
      bare
      hint={
        points.length >= most
          ? `More than ${most} are a smear.`
          : 'Or press a point on the stage. Labels that would touch another one give way.'
      }
    >
      <div className="h-52 overflow-hidden rounded-md border border-line">
        <VirtualGrid
          label="Points with their value"
          rowCount={cube.periods.length}
          columnCount={lines.length}
          columnWidth={() => 64}
          headOf={(column) => <span className="truncate text-[11px]">{lines[column]?.name}</span>}
          rowHeadWidth={76}
          rowHeadLabel="Period"
          rowHeadOf={(row) => <span className="truncate text-[11px]">{labelOf(row)}</span>}
          cellOf={(row, column) => {
            const [line, key] = [lines[column], cube.periods[row]?.key];
            if (!line || key === undefined || Number.isNaN(cubeValue(cube, row, line.place)))
              return { text: <span className="text-quiet">–</span> };
            const point = { name: line.name, period: key };
            const on = chosen.has(keyOf(point));
            return {
              text: (
                <input
                  type="checkbox"
                  className="accent-ink"
                  aria-label={`${line.name}, ${labelOf(row)}`}
                  checked={on}
                  disabled={!on && points.length >= most}
                  onChange={() => toggle(point)}
                />
              ),
            };
          }}
          widthKey={lines.length}
        />
      </div>
      {points.length > 0 && (
        <div className="mt-1.5">
          <Button onClick={() => set([])}>Choose none</Button>
        </div>
      )}
    </Field>
  );
}

const none: readonly string[] = [];
const nowhere: readonly PressedPoint[] = [];

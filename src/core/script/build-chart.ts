import { familyAliases } from '../families/known';
import { showingMoment } from '../project/built';
import type { Chart } from '../project/chart';
import { defaultChart, suggestLengthSec } from '../project/defaults';
import type { Dress } from '../project/dress';
import type { KnownFamily } from '../project/family-document';
import { chartSchema } from '../project/schema/chart-schema';
import type { Issue } from '../table/issue';
import type { ScriptChartPiece } from './film-script';
import { didYouMean, scriptFault } from './script-faults';
import type { PieceTable } from './script-table';
import { withValues } from './set-values';

/** The family that a piece names, and what such a chart begins with. */
export function familyOfScript(name: string | undefined, families: readonly KnownFamily[]) {
  const alias = name === undefined ? undefined : familyAliases[name];
  const id = alias?.id ?? name;
  const family = families.find((each) => each.id === id) ?? (families[0] as KnownFamily);
  return { family, own: alias?.own ?? {} };
}

/**
 * A chart that shows one moment, as a script begins it. One whose marks come over from the piece ahead is not built up as well: what
 * is still to be built could not take them up.
 */
export function builtBy<C extends Chart>(
  chart: C,
  family: KnownFamily,
  periodKey: string,
  into: ScriptChartPiece['into'],
): C {
  const shown = { ...chart, ...showingMoment(chart, family, periodKey) };
  return into?.how === 'carry-over' ? { ...shown, pace: chart.pace } : shown;
}

/**
 * The chart of a piece.
 *
 * @param id Names it within the work.
 * @param path Where the piece stands: `pieces.2`.
 */
export function chartOfScript(
  piece: ScriptChartPiece,
  { entry, fields, group, cube }: PieceTable,
  { id, dress, families, path }: { id: string; dress: Dress; families: readonly KnownFamily[]; path: string },
): { readonly chart: Chart; readonly faults: readonly Issue[] } {
  const { family, own } = familyOfScript(piece.chart, families);
  const plain = defaultChart(id, entry.id, fields, family);
  const { title = '', subtitle = '', source = '', seconds } = piece;
  const faults: Issue[] = [];
  let chart: Chart = {
    ...plain,
    group,
    dress,
    own: { ...(family.document.defaults(cube) as object), ...own },
    text: { ...plain.text, title, subtitle, source },
    pace: { ...plain.pace, length: { by: 'whole', sec: seconds ?? suggestLengthSec(cube) } },
  };
  if (piece.built !== undefined) {
    const keys = cube.periods.map(({ key }) => key);
    if (piece.built !== 'last' && !keys.includes(piece.built)) {
      const near = didYouMean(piece.built, keys);
      faults.push(
        scriptFault(
          `${path}.built`,
          `there is no period ${piece.built}. They go from ${keys[0]} to ${keys.at(-1)}; “last” is the last one.${near}`,
        ),
      );
    } else chart = builtBy(chart, family, piece.built === 'last' ? '' : piece.built, piece.into);
  }
  if (seconds !== undefined && chart.play.kind === 'built')
    chart = { ...chart, play: { ...chart.play, lengthSec: seconds } };
  const set = withValues({
    of: chart,
    settings: piece.set ?? {},
    schema: chartSchema(family),
    path: `${path}.set`,
    fixed: ['id', 'family', 'familyVersion', 'tableId', 'kept', 'fields', 'group'],
  });
  return { chart: set.value, faults: [...faults, ...set.faults] };
}

import { firstKnown, knownFamilies } from '@/core/families/known';
import type { Pointed } from '@/core/film/point-at';
import { currentChart, editChart } from '@/state/current';
import { documentStore } from '@/state/document';

/** Gives a point that is pressed to the chart's family, where that marks points one by one. @returns Did it take it? */
export function pressPoint({ told }: Pointed): boolean {
  const { project } = documentStore.getState();
  if (!project || !told || told.periodKey === null) return false;
  const chart = currentChart(project);
  const family = knownFamilies.find(({ id }) => id === chart.family) ?? firstKnown;
  const own = family.pressPoint?.(chart.own, { name: told.name, period: told.periodKey });
  if (!own) return false;
  editChart((draft) => {
    draft.own = own;
  });
  return true;
}

import type { Chart } from './chart';

/** A chart of one group of its column, with the group's name behind its title. */
export function ofGroup(chart: Chart, group: string): Chart {
  const title = [chart.text.title, group].filter(Boolean).join(': ');
  return { ...chart, text: { ...chart.text, title } };
}

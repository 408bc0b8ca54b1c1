import type { Chart } from './chart';

/** A chart of one group of its column, with the group's name behind its title. */
export function ofGroup(chart: Chart, group: string): Chart {
  const title = [chart.text.title, group].filter(Boolean).join(': ');
  return { ...chart, text: { ...chart.text, title } };
}

/**
 * Does a chart follow when the film is made of another group? All that show the same group of the same column do, so that a film of
 * several charts stays one of a single group; one that shows another group does so on purpose.
 *
 * @param lead The chart whose group is another one.
 * @param column The group's column.
 */
export function followsGroup(chart: Chart, lead: Chart, column: string): boolean {
  if (chart.id === lead.id) return true;
  const { group, panes } = chart.fields;
  return !panes && group === lead.fields.group && (group === '' || (group === column && chart.group === lead.group));
}

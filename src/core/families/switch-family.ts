import { builtPlay, type Chart } from '../project/chart';
import type { KnownFamily } from '../project/family-document';
import type { Cube } from '../shaping/cube';

/**
 * The chart drawn by another family: data, words, colours, look and pace stay, and of its own part what the new family can
 * use.
 *
 * @param cube The chart's values, for what a first chart of the family suits to them; null while they are not known.
 */
export function inFamily(chart: Chart, family: KnownFamily, cube: Cube | null): Chart {
  if (chart.family === family.id) return chart;
  const { document, plays } = family;
  const own = { ...(document.defaults(cube) as object), ...(document.from?.(chart) ?? {}) };
  const [kind] = plays;
  const stays = plays.includes(chart.play.kind) || kind === undefined;
  const play = stays ? chart.play : kind === 'built' ? builtPlay : { kind };
  return { ...chart, family: family.id, familyVersion: document.version, play, own };
}

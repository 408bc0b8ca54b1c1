import { knownFamilies } from '@/core/families/known';
import { inFamily } from '@/core/families/switch-family';
import type { Chart } from '@/core/project/chart';
import { withFurther } from '@/core/shaping/further-choices';
import { currentChart, editChart } from './current';
import { documentStore } from './document';
import { sessionStore } from './session';

/** Has the chart drawn by another family; what it had of its own comes back when it returns. */
export function setFamily(id: string): void {
  const family = knownFamilies.find((each) => each.id === id);
  const { project } = documentStore.getState();
  if (!family || !project) return;
  const chart = currentChart(project);
  if (chart.family === id) return;
  const { own, familyVersion, play, kept } = chart;
  const before = kept.find((each) => each.family === id);
  const others = kept.filter((each) => each.family !== id && each.family !== chart.family);
  const { cube, prepared } = sessionStore.getState();
  const drawn = inFamily(chart, family, cube);
  const next = {
    ...drawn,
    // A chart of several values takes those that there are, so that it is a chart at once.
    ...(family.uses.has('further') ? { fields: withFurther(drawn.fields, prepared?.further ?? []) } : {}),
    ...before,
    kept: [...others, { family: chart.family, familyVersion, play, own }],
  };
  editChart((draft) => {
    Object.assign(draft, next);
  });
}

/** Gives a category a colour of its own; null takes it back. */
export function setCategoryColour(category: string, colour: string | null, gesture: string | null = null): void {
  editChart((chart) => {
    const known = chart.colours.find((each) => each.category === category);
    if (colour === null) chart.colours = chart.colours.filter((each) => each !== known);
    else if (known) known.colour = colour;
    else chart.colours.push({ category, colour });
  }, gesture);
}

/** Lets a category stand out among those of one colour, or not. */
export function setHighlight(category: string, on: boolean): void {
  editChart((chart) => {
    const others = chart.highlights.filter((each) => each !== category);
    chart.highlights = on ? [...others, category] : others;
  });
}

/** Gives a category a picture; null takes it away. */
export function setCategoryPicture(category: string, pictureId: string | null): void {
  editChart((chart) => {
    const others = chart.pictures.filter((each) => each.category !== category);
    chart.pictures = pictureId === null ? others : [...others, { category, pictureId }];
  });
}

/** Gives several beats the same weight; 1 takes it back. */
export function setBeatWeights(periodKeys: readonly string[], weight: number, gesture: string | null = null): void {
  editChart((chart) => {
    const keys = new Set(periodKeys);
    const others = chart.pace.beats.filter((beat) => !keys.has(beat.periodKey));
    chart.pace.beats = weight === 1 ? others : [...others, ...periodKeys.map((periodKey) => ({ periodKey, weight }))];
  }, gesture);
}

/** Makes a beat slower or quicker than the others; 1 takes it back. */
export function setBeatWeight(periodKey: string, weight: number, gesture: string | null = null): void {
  editChart((chart) => {
    const others = chart.pace.beats.filter((beat) => beat.periodKey !== periodKey);
    chart.pace.beats = weight === 1 ? others : [...others, { periodKey, weight }];
  }, gesture);
}

/** Weight of a beat as the person set it. */
export function beatWeight(chart: Chart, periodKey: string): number {
  return chart.pace.beats.find((beat) => beat.periodKey === periodKey)?.weight ?? 1;
}

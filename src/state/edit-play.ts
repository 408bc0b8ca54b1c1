import { knownFamilies } from '@/core/families/known';
import type { FilmOverview } from '@/core/film/overview';
import { showingMoment, showingRun, withEvenSteps, withStep, withSteps } from '@/core/project/built';
import type { Chart } from '@/core/project/chart';
import type { KnownFamily } from '@/core/project/family-document';
import type { Project } from '@/core/project/project';
import type { Beat } from '@/core/project/sound';
import { beatSec } from '@/core/sound/beats/beat-grid';
import { type ChartDraft, currentPiece, draftChart, editChart } from './current';
import { edit, type ProjectDraft } from './document';
import { addCaptions } from './edit-film';
import { sessionStore } from './session';

const familyOf = (chart: Chart): KnownFamily | undefined => knownFamilies.find(({ id }) => id === chart.family);

function change(recipe: (chart: Chart, family: KnownFamily) => Pick<Chart, 'play' | 'pace'>) {
  return (draft: ChartDraft) => {
    const chart = draft as Chart;
    const family = familyOf(chart);
    if (family) Object.assign(draft, recipe(chart, family));
  };
}

/**
 * Shows one moment instead of the run. Captions of the moment that was on show stay with the film: they go over to the new
 * one.
 *
 * @param periodKey The period; `''` for the last one.
 */
export function showMoment(periodKey: string): void {
  const shown = sessionStore.getState().overview?.periodKeys.at(-1);
  const last = sessionStore.getState().cube?.periods.at(-1)?.key;
  const next = periodKey === '' ? last : periodKey;
  edit((draft: ProjectDraft) => {
    const chart = draftChart(draft);
    const wasBuilt = chart.play.kind === 'built';
    change((each, family) => showingMoment(each, family, periodKey))(chart);
    if (!wasBuilt || shown === undefined || next === undefined) return;
    for (const { from, to } of currentPiece(draft as Project).captions)
      for (const end of [from, to] as { periodKey: string }[]) if (end.periodKey === shown) end.periodKey = next;
  });
}

/** Moves through the periods again. */
export function showRun(): void {
  editChart(change(showingRun));
}

/** Has a group of the opening begin at a time of its own. */
export function setStep(key: string, atSec: number, takesSec: number, gesture: string | null = null): void {
  editChart(
    change((chart) => withStep(chart, key, atSec, takesSec)),
    gesture,
  );
}

/** Moves a step by so much from where the document has it, which may be ahead of what the strip shows. */
export function nudgeStep(step: FilmOverview['steps'][number], bySec: number, gesture: string): void {
  const { key, atSec, takesSec } = step;
  editChart(
    change((chart) => {
      const own = chart.play.kind === 'built' ? chart.play.steps.find((each) => each.key === key)?.atSec : undefined;
      return withStep(chart, key, (own ?? atSec) + bySec, takesSec);
    }),
    gesture,
  );
}

/** Has all groups come at an even pace again. */
export function spaceStepsEvenly(): void {
  editChart(change(withEvenSteps));
}

/** Has the groups, in their order, begin where captions do; those that no caption is left for keep their times. */
export function stepsFromCaptions({ steps, captions }: FilmOverview): void {
  const starts = captions.map(({ fromSec }) => fromSec).sort((a, b) => a - b);
  editChart(
    change((chart) =>
      withSteps(
        chart,
        steps.flatMap((step, i) => (starts[i] === undefined ? [] : [{ ...step, atSec: starts[i] }])),
      ),
    ),
  );
}

/** Puts a caption with its name over each step, until the next one begins. */
export function captionSteps(overview: FilmOverview): void {
  const steps = [...overview.steps].sort((a, b) => a.atSec - b.atSec);
  addCaptions(
    steps.flatMap(({ name, atSec, takesSec }, i) => {
      const until = steps[i + 1]?.atSec ?? Math.max(atSec + takesSec, overview.lengthSec - overview.closingSec);
      return until > atSec ? [{ fromSec: atSec, toSec: until, text: name }] : [];
    }),
    overview,
  );
}

/** Puts the steps of an opening on beats: each on the nearest one that no step before it has. */
export function stepsOntoBeats({ steps, fromSec }: Pick<FilmOverview, 'steps' | 'fromSec'>, beat: Beat): void {
  const each = beatSec(beat);
  let last = Number.NEGATIVE_INFINITY;
  const placed = [...steps]
    .sort((a, b) => a.atSec - b.atSec)
    .map(({ key, atSec, takesSec }) => {
      const near = Math.round((fromSec + atSec - beat.firstSec) / each);
      const first = Math.ceil((fromSec - beat.firstSec) / each - 1e-6);
      last = Math.max(near, first, last + 1);
      return { key, atSec: beat.firstSec + last * each - fromSec, takesSec };
    });
  editChart(change((chart) => withSteps(chart, placed)));
}

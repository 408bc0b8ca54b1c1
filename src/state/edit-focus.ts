import type { FilmOverview } from '@/core/film/overview';
import { type Focus, focusLimits, usualFocus } from '@/core/project/focus';
import { currentChart, editChart } from './current';
import { documentStore } from './document';
import { momentAt } from './edit-film';
import { changeById, removeById } from './edit-list';
import { freshId } from './fresh-id';

/** A stretch of the film, in seconds. */
interface Span {
  readonly fromSec: number;
  readonly toSec: number;
}

/** Adds a focus over a span; returns its id, or null where there are as many as a chart may have. */
export function addFocus({ fromSec, toSec }: Span, change: Partial<Focus>, overview: FilmOverview): string | null {
  const { project } = documentStore.getState();
  if (!project || currentChart(project).focuses.length >= focusLimits.focuses) return null;
  const focus: Focus = {
    ...usualFocus,
    ...change,
    id: freshId(),
    from: momentAt(overview, fromSec),
    to: momentAt(overview, Math.min(toSec, overview.lengthSec)),
  };
  editChart((chart) => {
    chart.focuses.push(focus as (typeof chart.focuses)[number]);
  });
  return focus.id;
}

export function changeFocus(id: string, change: Partial<Focus>, gesture: string | null = null): void {
  editChart((chart) => changeById<Focus>(chart.focuses, id, change), gesture);
}

export function removeFocus(id: string): void {
  editChart((chart) => removeById(chart.focuses, id));
}

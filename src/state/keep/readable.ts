import { knownFamilies } from '@/core/families/known';
import type { Project } from '@/core/project/project';
import type { Outcome } from '@/core/table/issue';
import { differenceOf, isEmpty } from './difference';
import type { UnfoldedWork } from './unfold';
import type { History } from './work-line';

/**
 * The work as projects of this version, with its history as far as it can be read; or why it cannot be read.
 * What checks documents is heavy, and a first visit has none, so it comes when it is needed.
 */
export async function readable(work: UnfoldedWork): Promise<Outcome<History>> {
  const { readProject } = await import('@/core/project/read-project');
  const read = (state: unknown) => readProject(state, knownFamilies);
  const now = read(work.project);
  if (!now.ok) return now;
  // States that this version wrote were read before. Older ones are brought up to date one by one.
  const asKept = isEmpty(differenceOf(work.project, now.value));
  const states = (kept: readonly unknown[]): Project[] => {
    if (asKept) return kept as Project[];
    const found: Project[] = [];
    for (const state of kept) {
      const outcome = read(state);
      if (!outcome.ok) break;
      found.push(outcome.value);
    }
    return found;
  };
  const project = asKept ? (work.project as Project) : now.value;
  const past = states([...work.past].reverse()).reverse();
  return { ok: true, value: { project, past, future: states(work.future) }, issues: [] };
}

import { produce } from 'immer';
import { createStore } from 'zustand/vanilla';
import type { Project } from '@/core/project/project';
import { freshId } from './fresh-id';

type Mutable<T> = T extends object ? { -readonly [K in keyof T]: Mutable<T[K]> } : T;

/** A project as an edit may change it. */
export type ProjectDraft = Mutable<Project>;

/** Why nothing can be changed now: another tab has the work, or an earlier version of it is looked at. */
export type ReadOnly =
  | { readonly kind: 'elsewhere'; readonly sinceMs: number | null; readonly changedMs: number | null }
  | { readonly kind: 'version'; readonly atMs: number };

/** The document and its history. Projects are never changed in place, so history is a list of them. */
export interface DocumentState {
  readonly project: Project | null;
  readonly past: readonly Project[];
  readonly future: readonly Project[];
  /** Edits with the same gesture (one drag, one stretch of typing) are undone together. */
  readonly gesture: string | null;
  readonly readOnly: ReadOnly | null;
  /** Edits that were refused because nothing can be changed. */
  readonly refusals: number;
}

/** Steps of undo that are kept. */
export const MAX_STEPS = 200;

export const documentStore = createStore<DocumentState>(() => ({
  project: null,
  past: [],
  future: [],
  gesture: null,
  readOnly: null,
  refusals: 0,
}));

/** Says so where nothing can be changed. */
function refused(): boolean {
  const { readOnly, refusals } = documentStore.getState();
  if (readOnly) documentStore.setState({ refusals: refusals + 1 });
  return readOnly !== null;
}

/**
 * Changes the document.
 *
 * @param recipe Changes a draft in place.
 * @param gesture Names a drag or a stretch of typing that is one step of undo; null is a step of its own.
 */
export function edit(recipe: (draft: ProjectDraft) => void, gesture: string | null = null): void {
  const { project, past, gesture: running } = documentStore.getState();
  if (!project || refused()) return;
  const next = produce(project, (draft) => recipe(draft as ProjectDraft));
  if (next === project) return;
  const goesOn = gesture !== null && gesture === running;
  documentStore.setState({
    project: next,
    past: goesOn ? past : [...past, project].slice(-MAX_STEPS),
    future: [],
    gesture,
  });
}

/**
 * Changes the document as part of the edit before: what follows from an edit is taken back with it.
 *
 * @param recipe Changes a draft in place.
 */
export function amend(recipe: (draft: ProjectDraft) => void): void {
  const { project, readOnly } = documentStore.getState();
  if (project && !readOnly)
    documentStore.setState({ project: produce(project, (draft) => recipe(draft as ProjectDraft)) });
}

/** Ends a gesture, so that the next edit is a new step of undo. */
export function endGesture(): void {
  if (documentStore.getState().gesture !== null) documentStore.setState({ gesture: null });
}

/**
 * Puts another state of the project in place, as a step of undo; or another project, whose history begins here. Where nothing
 * can be changed, a state of the same project becomes a project of its own.
 */
export function replaceProject(project: Project): void {
  const { project: before, past, readOnly } = documentStore.getState();
  const next = readOnly && before?.id === project.id ? { ...project, id: freshId() } : project;
  const goesOn = before?.id === next.id;
  documentStore.setState({
    project: next,
    past: goesOn && before ? [...past, before].slice(-MAX_STEPS) : [],
    future: [],
    gesture: null,
    readOnly: null,
  });
}

/** Takes the last step back. */
export function undo(): void {
  const { project, past, future } = documentStore.getState();
  const before = past.at(-1);
  if (!project || !before || refused()) return;
  documentStore.setState({ project: before, past: past.slice(0, -1), future: [project, ...future], gesture: null });
}

/** Makes the last step that was taken back again. */
export function redo(): void {
  const { project, past, future } = documentStore.getState();
  const next = future[0];
  if (!project || !next || refused()) return;
  documentStore.setState({ project: next, past: [...past, project], future: future.slice(1), gesture: null });
}

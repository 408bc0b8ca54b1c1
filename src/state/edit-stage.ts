import type { Stage } from '@/core/project/film';
import { edit } from './document';

/** A stage as an edit may change it. */
export type StageDraft = { -readonly [K in keyof Stage]: Stage[K] };

/** Changes the stage of the film; see `edit` for gestures. */
export function editStage(change: (stage: StageDraft) => void, gesture: string | null = null): void {
  edit((draft) => change(draft.film.stage as StageDraft), gesture);
}

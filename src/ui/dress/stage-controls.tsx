'use client';

import type { ControlSpec } from '@/core/project/control-spec';
import { putAt } from '@/core/project/document-value';
import { editStage } from '@/state/edit-stage';
import { SpecControls } from '../parts/spec-input';
import { useProject } from '../use-state';

/** Controls of the stage, as their specifications say. */
export function StageControls({ of }: { readonly of: readonly ControlSpec[] }) {
  const stage = useProject((project) => project.film.stage, null);
  return (
    stage && (
      <SpecControls
        specs={of}
        of={stage}
        write={(path, next, gesture) => editStage((draft) => putAt(draft, path, next), gesture)}
      />
    )
  );
}

import { useEffect } from 'react';
import { toast } from 'sonner';
import { controlEntry } from './controls';
import { useFamily, useSession } from './use-state';
import { whyAbsent } from './why-absent';

/** Says why a control that was gone to is not on the bench, and how to get it. */
export function useAbsentControl(): void {
  const asked = useSession((state) => state.focusControl);
  const { id: familyId } = useFamily();
  // Asked for once, told once: another family later is no new question.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the family counts at the moment of asking
  useEffect(() => {
    if (!asked) return;
    let frame = 0;
    const look = () => {
      // The bench of the step may still be on its way.
      if (document.querySelector('[data-bench] [data-coming]')) {
        frame = requestAnimationFrame(look);
        return;
      }
      if (document.querySelector(`[data-control="${CSS.escape(asked.id)}"]`)) return;
      toast(`“${controlEntry(asked.id).label}” is not there now`, { description: whyAbsent(asked.id, familyId) });
    };
    frame = requestAnimationFrame(() => {
      frame = requestAnimationFrame(look);
    });
    return () => cancelAnimationFrame(frame);
  }, [asked]);
}

import { useEffect } from 'react';
import { toast } from 'sonner';
import { editedChart } from '@/state/current';
import { documentStore } from '@/state/document';
import { CARD, controlEntry } from './controls';
import { letGoOfControl } from './go-to';
import { useSession } from './use-state';
import { whyAbsent } from './why-absent';

/** Says why a control that was gone to is not on the bench, and how to get it. */
export function useAbsentControl(): void {
  const asked = useSession((state) => state.focusControl);
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
      const { project } = documentStore.getState();
      const description = whyAbsent(asked.id, project ? (editedChart(project)?.family ?? CARD) : '');
      toast(`“${controlEntry(asked.id).label}” is not there now`, { description });
      letGoOfControl(asked.count);
    };
    frame = requestAnimationFrame(() => {
      frame = requestAnimationFrame(look);
    });
    return () => cancelAnimationFrame(frame);
  }, [asked]);
}

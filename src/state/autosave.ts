import { assetIdsOf } from '@/core/project/project';
import { readProject } from '@/core/project/read-project';
import { documentStore } from './document';
import { sessionStore, setSession, steps } from './session';
import { dropAssetsExcept, keepSession, loadSession } from './shelf';

const DELAY_MS = 400;

/** Keeps the project, the step and the playhead in the browser, a moment after each change. */
export function startAutosave(): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const save = async () => {
    timer = undefined;
    const { project } = documentStore.getState();
    if (!project) return;
    const { step, readout } = sessionStore.getState();
    try {
      await keepSession({ project, step, timeSec: readout?.timeSec ?? 0 });
      setSession({ saving: 'saved' });
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      setSession({ saving: { failed: `The browser could not keep your work (${why}). Save a project file.` } });
    }
  };
  const soon = () => {
    clearTimeout(timer);
    timer = setTimeout(save, DELAY_MS);
  };
  const stopDocument = documentStore.subscribe((state, before) => {
    if (state.project === before.project) return;
    setSession({ saving: 'saving' });
    soon();
  });
  const stopSession = sessionStore.subscribe((state, before) => {
    const moved = !state.playing && state.readout?.frame !== before.readout?.frame;
    const paused = before.playing && !state.playing;
    if (state.step !== before.step || moved || paused) soon();
  });
  const flush = () => {
    if (timer !== undefined) {
      clearTimeout(timer);
      void save();
    }
  };
  window.addEventListener('pagehide', flush);
  return () => {
    stopDocument();
    stopSession();
    window.removeEventListener('pagehide', flush);
    clearTimeout(timer);
  };
}

/** Brings the last visit back. Returns false where there is none, or none that can be read. */
export async function restoreSession(): Promise<boolean> {
  const kept = await loadSession().catch(() => null);
  if (!kept) return false;
  const outcome = readProject(kept.project);
  if (!outcome.ok) return false;
  const project = outcome.value;
  documentStore.setState({ project, past: [], future: [], gesture: null });
  const step = steps.find((each) => each === kept.step) ?? 'dress';
  const timeSec = Number.isFinite(kept.timeSec) ? kept.timeSec : 0;
  setSession({ step, readout: { timeSec, frame: 0, period: 0, periodLabel: '', rows: [] } });
  void dropAssetsExcept(new Set(assetIdsOf(project)));
  return true;
}

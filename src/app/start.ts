import { toast } from 'sonner';
import { samples } from '@/state/samples';
import { sessionStore, setSession } from '@/state/session';
import type { Services } from '@/ui/services';
import { freeSpace } from './free-space';
import { createKeeper } from './keeping';
import { askBeforeLeaving } from './leaving';
import { tellUnreadable } from './unreadable-work';
import { createServices } from './wiring';

const THEME = 'plucky-tempo-theme';

/** Brings back the last visit, or opens the demo, before anything is drawn. */
export async function start(): Promise<Services> {
  const kept = localStorage.getItem(THEME);
  const dark = kept ? kept === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  setSession({ theme: dark ? 'dark' : 'light' });
  sessionStore.subscribe((state, before) => {
    if (state.theme !== before.theme) localStorage.setItem(THEME, state.theme);
  });
  const keeper = createKeeper();
  keeper.start();
  const services = createServices(keeper);
  const restored = await keeper.restore();
  askBeforeLeaving(keeper);
  if (restored.kind === 'unreadable') tellUnreadable(restored);
  if (restored.kind === 'locked')
    toast.error('The browser does not give out what it keeps', {
      description: `${restored.why}. Nothing is written over, and nothing is kept in this visit: save a project file.`,
      duration: Number.POSITIVE_INFINITY,
    });
  const demo = samples[0];
  const demoFirst = restored.kind !== 'opened' && demo !== undefined;
  if (demoFirst) void playFirst(services);
  void (demoFirst ? services.openSample(demo) : Promise.resolve())
    .then(() => services.goOn())
    .then(() => freeSpace(keeper));
  return services;
}

/** The first thing that a newcomer sees is the demo, moving. */
async function playFirst(services: Services): Promise<void> {
  const stop = sessionStore.subscribe((state) => {
    if (!state.overview) return;
    stop();
    if (!matchMedia('(prefers-reduced-motion: reduce)').matches) void services.studio.playback.play();
  });
}

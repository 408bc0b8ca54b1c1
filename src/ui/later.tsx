'use client';

import dynamic from 'next/dynamic';
import { Coming } from './parts/coming';
import { loadRankLook } from './shape/rank-look-later';

/**
 * What a visit does not begin with. Each is fetched by one function, which serves both the first look and `fetchRest`:
 * two `import()` of the same module would be two files to the bundler, and fetching one would not bring the other.
 */
const load = {
  gatherBench: () => import('./gather/gather-bench').then((module) => module.GatherBench),
  gridEditor: () => import('./gather/grid-editor').then((module) => module.GridEditor),
  shapeBench: () => import('./shape/shape-bench').then((module) => module.ShapeBench),
  shapeCentre: () => import('./shape/shape-centre').then((module) => module.ShapeCentre),
  rankLook: loadRankLook,
  dressBench: () => import('./dress/dress-bench').then((module) => module.DressBench),
  cardDress: () => import('./card/card-dress').then((module) => module.CardDress),
  cardPace: () => import('./card/card-pace').then((module) => module.CardPace),
  besideCard: () => import('./card/beside-card').then((module) => module.BesideCard),
  paceBench: () => import('./pace/pace-bench').then((module) => module.PaceBench),
  outputBench: () => import('./output/output-bench').then((module) => module.OutputBench),
  outputDesk: () => import('./output/output-desk').then((module) => module.OutputDesk),
  textTool: () => import('./stage/text-tool').then((module) => module.TextTool),
  programme: () => import('./beats/programme').then((module) => module.Programme),
  soundLanes: () => import('./sound/sound-lanes').then((module) => module.SoundLanes),
  speakAlong: () => import('./sound/speak-along').then((module) => module.SpeakAlong),
  workShelf: () => import('./shelf/work-shelf').then((module) => module.WorkShelf),
  palette: () => import('./command-palette').then((module) => module.CommandPalette),
};

export const GatherBench = dynamic(load.gatherBench, { ssr: false, loading: Coming });
export const GridEditor = dynamic(load.gridEditor, { ssr: false, loading: Coming });
export const ShapeBench = dynamic(load.shapeBench, { ssr: false, loading: Coming });
export const ShapeCentre = dynamic(load.shapeCentre, { ssr: false, loading: Coming });
export const DressBench = dynamic(load.dressBench, { ssr: false, loading: Coming });
export const PaceBench = dynamic(load.paceBench, { ssr: false, loading: Coming });
export const CardDress = dynamic(load.cardDress, { ssr: false, loading: Coming });
export const CardPace = dynamic(load.cardPace, { ssr: false, loading: Coming });
export const BesideCard = dynamic(load.besideCard, { ssr: false, loading: Coming });
export const OutputBench = dynamic(load.outputBench, { ssr: false, loading: Coming });
export const OutputDesk = dynamic(load.outputDesk, { ssr: false, loading: Coming });
export const TextTool = dynamic(load.textTool, { ssr: false });
export const Programme = dynamic(load.programme, { ssr: false, loading: () => <div data-coming className="h-11" /> });
export const SoundLanes = dynamic(load.soundLanes, { ssr: false, loading: () => <div data-coming /> });
export const SpeakAlong = dynamic(load.speakAlong, { ssr: false, loading: () => <div data-coming /> });
export const WorkShelf = dynamic(load.workShelf, { ssr: false });
export const CommandPalette = dynamic(load.palette, { ssr: false });

/**
 * Fetches all of it while the page has nothing else to do, so that it is there at once when it is looked at, and
 * without a connection too. What does not come now is asked for again when it is needed.
 *
 * @returns What ends the wait, for when the page is left before it was idle.
 */
export function fetchRest(): () => void {
  if (typeof requestIdleCallback === 'undefined') return () => undefined;
  const waiting = requestIdleCallback(
    () => void Promise.allSettled(Object.values(load).map((fetch) => fetch())).then(() => markFetched()),
  );
  return () => cancelIdleCallback(waiting);
}

/** Says on the page that all of it has come: who has no connection from here on misses nothing. */
function markFetched() {
  document.documentElement.dataset.complete = '';
}

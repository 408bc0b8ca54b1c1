import { redo } from '@/state/document';
import { sampleFilm, samples } from '@/state/samples';
import { sessionStore, setSession, type WorkStep, workSteps } from '@/state/session';
import { goToControl, goToStep } from './go-to';
import type { Services } from './services';
import { undoOrGoBack } from './undo';

/** Something that a key or the palette does. */
export interface Command {
  /** What it does, as the palette and the list of shortcuts say it. */
  readonly name: string;
  /** How its keys are written in the list; none for a command without. */
  readonly keys?: string;
  /** Is this press of a key meant for it? */
  readonly meets?: (event: KeyboardEvent) => boolean;
  /** Does it work while a text is being typed? Those with Ctrl do. */
  readonly whileTyping?: boolean;
  /** Is it missing from the palette, since only its key makes sense? */
  readonly keyOnly?: boolean;
  /** Other words that people look for it with. */
  readonly words?: string;
  /** It takes the place of the open work. */
  readonly replaces?: boolean;
  readonly run: () => unknown;
}

/** What the frame around the work opens. */
export interface FrameActions {
  readonly onPalette: () => void;
  readonly onHelp: () => void;
  readonly onOpen: () => void;
  readonly onShelf: () => void;
}

const alone = (key: string, shift?: boolean) => (event: KeyboardEvent) =>
  !event.ctrlKey && !event.metaKey && event.key === key && (shift === undefined || event.shiftKey === shift);
const withCtrl = (key: string, shift?: boolean) => (event: KeyboardEvent) =>
  (event.ctrlKey || event.metaKey) &&
  event.key.toLowerCase() === key &&
  (shift === undefined || event.shiftKey === shift);

/** Every command: the palette, the keyboard and the list of shortcuts are all made from this one list. */
export function commandsOf(services: Services, frame: FrameActions): readonly Command[] {
  const { studio, saveProject, openSample, openSampleFilm } = services;
  const { playback } = studio;
  return [
    {
      name: 'Play or pause',
      keys: 'Space',
      // A focused button takes Space for itself.
      meets: (event) => alone(' ')(event) && !(event.target instanceof HTMLButtonElement),
      run: () => playback.toggle(),
    },
    { name: 'Undo', keys: 'Ctrl Z', meets: withCtrl('z', false), whileTyping: true, run: () => undoOrGoBack(services) },
    { name: 'Redo', keys: 'Ctrl Shift Z', meets: withCtrl('z', true), whileTyping: true, run: redo },
    {
      name: 'Save a project file',
      keys: 'Ctrl S',
      meets: withCtrl('s'),
      whileTyping: true,
      run: () => saveProject(),
    },
    {
      name: 'Open a table or a project file',
      keys: 'Ctrl O',
      meets: withCtrl('o'),
      whileTyping: true,
      run: frame.onOpen,
    },
    { name: 'Open the shelf', words: 'projects work versions backup template', run: frame.onShelf },
    {
      name: 'Find a command or control',
      keys: 'Ctrl K',
      meets: withCtrl('k'),
      whileTyping: true,
      keyOnly: true,
      run: frame.onPalette,
    },
    {
      name: 'Output the film',
      keys: 'Ctrl E',
      meets: withCtrl('e'),
      whileTyping: true,
      words: 'export save film video render',
      run: () => goToControl('film-export'),
    },
    ...stepCommands(),
    ...frameSteps(playback),
    { name: 'Light or dark theme', run: () => setSession({ theme: otherTheme() }) },
    { name: 'Show or fold the ranking', run: () => setSession({ rankingOpen: !sessionStore.getState().rankingOpen }) },
    {
      name: 'Stage alone, or with bench and ranking',
      keys: '0',
      meets: alone('0'),
      words: 'hide panels full window large preview',
      run: () => setSession({ stageAlone: !sessionStore.getState().stageAlone }),
    },
    { name: 'Shortcuts', keys: '?', meets: alone('?'), run: frame.onHelp },
    {
      name: `Open the film ${sampleFilm.name}`,
      words: 'sample example demo pieces cards script',
      replaces: true,
      run: () => openSampleFilm(sampleFilm),
    },
    ...samples.map((sample) => ({
      name: `Sample table: ${sample.name}`,
      replaces: true,
      run: () => openSample(sample),
    })),
  ];
}

const otherTheme = () => (sessionStore.getState().theme === 'light' ? 'dark' : 'light');

function frameSteps(playback: Services['studio']['playback']): Command[] {
  return [
    { name: 'Next frame', keys: '→', meets: alone('ArrowRight', false), run: () => playback.stepFrames(1) },
    { name: 'Frame before', keys: '←', meets: alone('ArrowLeft', false), run: () => playback.stepFrames(-1) },
    { name: 'Next period', keys: 'Shift →', meets: alone('ArrowRight', true), run: () => playback.stepPeriods(1) },
    { name: 'Period before', keys: 'Shift ←', meets: alone('ArrowLeft', true), run: () => playback.stepPeriods(-1) },
    { name: 'First frame', keys: 'Home', meets: alone('Home'), run: () => playback.stepFrames(-1e9) },
    { name: 'Last frame', keys: 'End', meets: alone('End'), run: () => playback.stepFrames(1e9) },
  ];
}

function stepCommands(): Command[] {
  return workSteps.map((step: WorkStep, i) => ({
    name: `Go to ${step.charAt(0).toUpperCase()}${step.slice(1)}`,
    keys: `${i + 1}`,
    meets: alone(`${i + 1}`),
    run: () => goToStep(step),
  }));
}

'use client';

import { Command, Expand, HelpCircle, LibraryBig, Moon, PanelLeft, Redo2, Sun, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { MUCH_FILLED } from '@/core/motion/gap-map';
import { edit, endGesture, redo } from '@/state/document';
import { setSession, type WorkStep, workSteps } from '@/state/session';
import { useProblems } from './gather/problem-list';
import { goToStep } from './go-to';
import { Mark } from './mark';
import { IconButton } from './parts/button';
import { cx } from './parts/class-names';
import { useServices } from './services';
import { undoOrGoBack } from './undo';
import { useChart, useDocument, useProject, useSession } from './use-state';

const names: Record<WorkStep, string> = {
  gather: 'Gather',
  shape: 'Shape',
  dress: 'Dress',
  pace: 'Pace',
  output: 'Output',
};

interface TopLineProps {
  readonly onPalette: () => void;
  readonly onHelp: () => void;
  readonly onShelf: () => void;
  /** What belongs to the line but is not seen: the file chooser of the Open command. */
  readonly children: ReactNode;
}

/** The line on top: the project, the five steps, and what is always at hand. */
export function TopLine({ onPalette, onHelp, onShelf, children }: TopLineProps) {
  const name = useProject((project) => project.name, '');
  const hasProject = useDocument((state) => state.project !== null);
  const services = useServices();
  const cameFrom = useSession((state) => state.cameFrom);
  const canUndo = useDocument((state) => state.past.length > 0) || cameFrom !== null;
  const canRedo = useDocument((state) => state.future.length > 0);
  const theme = useSession((state) => state.theme);
  const alone = useSession((state) => state.stageAlone);
  return (
    <header className="grid h-12 shrink-0 grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)] items-center gap-3 border-b border-ink bg-paper px-3">
      <div className="flex min-w-0 items-center gap-2">
        <h1 className="sr-only">Plucky Tempo</h1>
        <Mark />
        <IconButton label="Shelf: all your work in this browser" onClick={onShelf}>
          <LibraryBig className="size-4" aria-hidden />
        </IconButton>
        <input
          aria-label="Name of the project"
          value={name}
          disabled={!hasProject}
          maxLength={500}
          className="h-8 w-40 min-w-0 truncate rounded-md bg-transparent px-1.5 font-display text-[15px] font-bold hover:bg-line/50 focus:bg-card focus:outline-none"
          onChange={(event) =>
            edit((draft) => {
              draft.name = event.target.value;
            }, 'type-name')
          }
          onBlur={endGesture}
        />
        <IconButton label="Undo" disabled={!canUndo} onClick={() => undoOrGoBack(services)}>
          <Undo2 className="size-4" aria-hidden />
        </IconButton>
        <IconButton label="Redo" disabled={!canRedo} onClick={redo}>
          <Redo2 className="size-4" aria-hidden />
        </IconButton>
        <SavedState />
        {children}
      </div>
      <StepNav />
      <div className="flex items-center justify-end gap-0.5">
        <IconButton
          label={alone ? 'Bench and ranking back (0)' : 'Stage alone (0)'}
          aria-pressed={alone}
          onClick={() => setSession({ stageAlone: !alone })}
        >
          {alone ? <PanelLeft className="size-4" aria-hidden /> : <Expand className="size-4" aria-hidden />}
        </IconButton>
        <IconButton label="Find a command or control (Ctrl K)" onClick={onPalette}>
          <Command className="size-4" aria-hidden />
        </IconButton>
        <IconButton label="Shortcuts (?)" onClick={onHelp}>
          <HelpCircle className="size-4" aria-hidden />
        </IconButton>
        <IconButton
          label={theme === 'light' ? 'Dark theme' : 'Light theme'}
          onClick={() => setSession({ theme: theme === 'light' ? 'dark' : 'light' })}
        >
          {theme === 'light' ? <Moon className="size-4" aria-hidden /> : <Sun className="size-4" aria-hidden />}
        </IconButton>
      </div>
    </header>
  );
}

/** What Shape has to answer, although every cell could be read. */
const doubts: ReadonlySet<string> = new Set([
  'mixed-units',
  'years-as-values',
  'tables-beside',
  'no-dates',
  'limit-values',
]);

function StepNav() {
  const step = useSession((state) => state.step);
  const status = useSession((state) => state.status);
  const failed = useSession((state) => state.exports.some(({ phase }) => phase === 'failed'));
  const problems = useProblems();
  const cube = useSession((state) => state.cube);
  const pressing = useSession((state) => state.prepared?.suggestions.some((each) => each.pressing) ?? false);
  const doubtful = problems.some(({ code, severity }) => severity === 'warning' && doubts.has(code));
  const gaps = useChart((chart) => chart.gaps);
  const bridged = useSession(({ prepared }) => {
    const { filled, shown } = prepared?.filled ?? { filled: 0, shown: 0 };
    return gaps === 'bridge' && filled > shown * MUCH_FILLED;
  });
  const looks: Partial<Record<WorkStep, string>> = {
    gather: pressing || problems.some(({ severity }) => severity !== 'note') ? 'needs a look' : undefined,
    shape:
      pressing || doubtful || bridged || status === 'failed' || (status === 'ready' && !cube)
        ? 'needs a look'
        : undefined,
    output: failed ? 'needs a look' : undefined,
  };
  return (
    <nav aria-label="Steps">
      <ol className="flex items-center">
        {workSteps.map((each, i) => {
          const open = each === step;
          const look = looks[each];
          return (
            <li key={each} className="flex items-center">
              {i > 0 && <span className="h-px w-3 bg-line" aria-hidden />}
              <button
                type="button"
                aria-current={open ? 'step' : undefined}
                aria-label={look ? `${names[each]}, ${look}` : `${names[each]}, fine`}
                className={cx(
                  'flex h-8 items-center gap-1.5 rounded-md px-3 font-display text-[15px]',
                  open ? 'bg-ink font-bold text-paper' : 'hover:bg-line/60',
                )}
                onClick={() => goToStep(each)}
              >
                <span
                  aria-hidden
                  className={cx(
                    'size-2',
                    look ? 'rotate-45 bg-mustard' : 'rounded-full border-[1.5px]',
                    !look && (open ? 'border-paper' : 'border-spruce'),
                  )}
                />
                {names[each]}
              </button>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

function SavedState() {
  const saving = useSession((state) => state.saving);
  const readOnly = useDocument((state) => state.readOnly);
  const failed = typeof saving === 'object';
  const word = readOnly ? 'Read only' : failed ? 'Not saved' : saving === 'saving' ? 'Saving' : 'Saved';
  return (
    <span
      role="status"
      className={cx('truncate text-[12px]', failed || readOnly ? 'text-accent-text' : 'text-quiet')}
      title={failed ? saving.failed : readOnly ? 'Nothing can be changed here now' : 'Kept in this browser'}
    >
      {word}
    </span>
  );
}

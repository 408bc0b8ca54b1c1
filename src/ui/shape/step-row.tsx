'use client';

import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ArrowRight, Eye, GripVertical, PenLine, SlidersHorizontal, Trash2, TriangleAlert } from 'lucide-react';
import { Switch } from 'radix-ui';
import { useState } from 'react';
import type { StepReport } from '@/core/shaping/preparation';
import type { Step } from '@/core/shaping/steps/step';
import { stepWords } from '@/core/shaping/steps/step-words';
import type { Issue } from '@/core/table/issue';
import { changeStep, removeStep } from '@/state/edit-table';
import { sessionStore, setSession } from '@/state/session';
import { IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { useSession } from '../use-state';
import { StepLosses } from './column-loss';
import { StepForm } from './step-form';

interface StepRowProps {
  readonly step: Step;
  readonly report: StepReport | undefined;
}

/** One step: what it does, what went in and came out, and its controls. */
export function StepRow({ step, report }: StepRowProps) {
  const shown = useSession((state) => state.shownStep === step.id);
  const [renaming, setRenaming] = useState(false);
  const [open, setOpen] = useState(shown);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: step.id });
  const words = step.name || stepWords(step);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={cx(
        'rounded-md border bg-card text-[12px]',
        shown ? 'border-spruce' : 'border-line',
        isDragging && 'relative z-10 shadow-lg',
      )}
    >
      <div className="flex items-start gap-1 p-1.5">
        <button
          type="button"
          aria-label={`Move: ${words}`}
          className="mt-0.5 cursor-grab touch-none text-quiet hover:text-ink"
          {...attributes}
          {...listeners}
        >
          <GripVertical className="size-4" aria-hidden />
        </button>
        <div className={cx('min-w-0 flex-1', !step.on && 'opacity-55')}>
          {renaming ? (
            <NameInput step={step} onEnd={() => setRenaming(false)} />
          ) : (
            <span className="block text-[13px] leading-snug break-words">{words}</span>
          )}
          {report && (
            <span className="flex items-center gap-1 font-mono text-[11px] text-quiet">
              {report.before} <ArrowRight className="size-3" aria-label="to" /> {report.after}
            </span>
          )}
        </div>
        <Switch.Root
          checked={step.on}
          aria-label={`On: ${words}`}
          onCheckedChange={(on) => changeStep(step.id, { on })}
          className="mt-0.5 h-4 w-7 shrink-0 rounded-full border border-ink bg-paper data-[state=checked]:bg-spruce"
        >
          <Switch.Thumb className="block size-3 translate-x-0.5 rounded-full bg-ink data-[state=checked]:translate-x-3 data-[state=checked]:bg-card" />
        </Switch.Root>
      </div>
      <Misfits step={step} issues={report?.issues ?? []} />
      <StepTools step={step} words={words} open={open} onOpen={setOpen} onRename={() => setRenaming(true)} />
      {open && (
        <div className="flex flex-col gap-2 border-t border-line p-2">
          <StepForm step={step} />
        </div>
      )}
    </li>
  );
}

interface NameInputProps {
  readonly step: Step;
  readonly onEnd: () => void;
}

function NameInput({ step, onEnd }: NameInputProps) {
  return (
    <input
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to type here
      autoFocus
      aria-label="Name of the step"
      defaultValue={step.name}
      placeholder={stepWords(step)}
      maxLength={200}
      className="w-full rounded border border-line bg-paper px-1 py-0.5 text-[13px]"
      onBlur={(event) => {
        onEnd();
        changeStep(step.id, { name: event.target.value.trim() });
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
      }}
    />
  );
}

/** What of a step does not fit the table: the first in full, the others counted. */
function Misfits({ step, issues: misfits }: { readonly step: Step; readonly issues: readonly Issue[] }) {
  if (misfits.length === 0) return null;
  return (
    <div className="flex gap-1.5 border-t border-line px-2 py-1 text-mustard-text">
      <TriangleAlert className="size-3.5 shrink-0" aria-label="Does not fit" />
      <span>
        {misfits[0]?.raw !== undefined && <span className="font-mono">“{misfits[0].raw}” </span>}
        {misfits[0]?.message}
        {misfits.length > 1 && ` And ${misfits.length - 1} more.`}
        <span className="block">
          <StepLosses step={step} />
        </span>
      </span>
    </div>
  );
}

interface StepToolsProps {
  readonly step: Step;
  readonly words: string;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onRename: () => void;
}

function StepTools({ step, words, open, onOpen, onRename }: StepToolsProps) {
  const shown = useSession((state) => state.shownStep === step.id);
  return (
    <div className="flex items-center gap-0.5 border-t border-line px-1">
      <IconButton
        label={open ? 'Close the step' : `Edit: ${words}`}
        className="size-6!"
        aria-expanded={open}
        onClick={() => onOpen(!open)}
      >
        <SlidersHorizontal className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton label={`Rename: ${words}`} className="size-6!" onClick={onRename}>
        <PenLine className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton
        label={`Show the table after: ${words}`}
        aria-pressed={shown}
        className={cx('size-6!', shown && 'bg-spruce text-card hover:bg-spruce')}
        onClick={() =>
          setSession({
            shownStep: sessionStore.getState().shownStep === step.id ? null : step.id,
            shapeView: 'values',
          })
        }
      >
        <Eye className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton label={`Take out: ${words}`} className="ml-auto size-6!" onClick={() => removeStep(step.id)}>
        <Trash2 className="size-3.5" aria-hidden />
      </IconButton>
    </div>
  );
}

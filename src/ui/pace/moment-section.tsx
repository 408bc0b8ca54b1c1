'use client';

import {
  ArrowDownRight,
  ArrowDownToLine,
  ArrowUpRight,
  Captions,
  Crown,
  LogIn,
  LogOut,
  type LucideIcon,
  Medal,
  Mountain,
  ScanEye,
  Shuffle,
  Snail,
  Timer,
  TrendingDown,
  TrendingUp,
} from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { useState } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { alongMomentKinds } from '@/core/motion/choices';
import { putAt, valueAt } from '@/core/project/document-value';
import { projectLimits } from '@/core/project/limits';
import { currentChart, editChart } from '@/state/current';
import { documentStore } from '@/state/document';
import { beatWeight, setBeatWeight } from '@/state/edit-chart';
import { addCaptions } from '@/state/edit-film';
import { setSession } from '@/state/session';
import { clockWords } from '../beats/time-words';
import { IconButton } from '../parts/button';
import { Field, Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { useServices } from '../services';
import { useChart, useSession } from '../use-state';
import { focusHere } from './focus-here';

type Kind = (typeof alongMomentKinds)[number];

export const momentLooks: Record<Kind, { readonly name: string; readonly icon: LucideIcon }> = {
  lead: { name: 'Changes of lead', icon: Crown },
  entry: { name: 'Entries', icon: LogIn },
  exit: { name: 'Exits', icon: LogOut },
  record: { name: 'Records', icon: Medal },
  climb: { name: 'Climbs', icon: ArrowUpRight },
  fall: { name: 'Falls', icon: ArrowDownRight },
  reign: { name: 'Long reigns', icon: Timer },
  peak: { name: 'Highest values', icon: Mountain },
  low: { name: 'Lowest values', icon: ArrowDownToLine },
  rise: { name: 'Steepest rises', icon: TrendingUp },
  drop: { name: 'Steepest falls', icon: TrendingDown },
  cross: { name: 'Crossings', icon: Shuffle },
};

const SHOWN = 80;
/** How much slower a beat gets that is slowed down from here. */
const SLOWER = 2;
const CAPTION_SEC = 3;

interface KindPickProps {
  readonly counts: ReadonlyMap<string, number>;
  readonly kinds: ReadonlySet<string>;
  readonly onKinds: (kinds: ReadonlySet<string>) => void;
}

/** Which kinds of moments are listed. */
function KindPick({ counts, kinds, onKinds }: KindPickProps) {
  const told = useKinds();
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label="Kinds of moments"
      value={[...kinds]}
      onValueChange={(chosen) => onKinds(new Set(chosen))}
      className="mb-2 flex flex-wrap gap-1"
    >
      {told.map((kind) => {
        const { name, icon: Icon } = momentLooks[kind];
        return (
          <ToggleGroup.Item
            key={kind}
            value={kind}
            disabled={!counts.has(kind)}
            className="flex h-7 items-center gap-1 rounded-md border border-line bg-card px-1.5 text-[12px] hover:border-ink disabled:opacity-45 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
          >
            <Icon className="size-3.5" aria-hidden /> {name} {counts.get(kind) ?? 0}
          </ToggleGroup.Item>
        );
      })}
    </ToggleGroup.Root>
  );
}

interface MomentRowProps {
  readonly moment: FilmOverview['moments'][number];
  readonly periodLabel: string;
  readonly onSlow: () => void;
  readonly onCaption: () => void;
  /** Null where the moment is of nobody. */
  readonly onFocus: (() => void) | null;
}

function MomentRow({ moment, periodLabel, onSlow, onCaption, onFocus }: MomentRowProps) {
  const { studio } = useServices();
  const Icon = (momentLooks[moment.kind as Kind] ?? momentLooks.lead).icon;
  return (
    <li className="flex items-center gap-0.5 rounded-md hover:bg-line/40">
      <button
        type="button"
        className="flex min-w-0 flex-1 items-center gap-2 py-1 pl-1 text-left text-[13px]"
        onClick={() => void studio.playback.visit(moment.timeSec)}
      >
        <Icon className="size-3.5 shrink-0 text-quiet" aria-hidden />
        <span className="min-w-0 flex-1">
          <span className="block truncate">{moment.words}</span>
          <span className="font-mono text-[11px] text-quiet">
            {clockWords(moment.timeSec)} {periodLabel}
          </span>
        </span>
      </button>
      <IconButton label={`Slow down at: ${moment.words}`} className="size-7!" onClick={onSlow}>
        <Snail className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton label={`Caption: ${moment.words}`} className="size-7!" onClick={onCaption}>
        <Captions className="size-3.5" aria-hidden />
      </IconButton>
      {onFocus && (
        <IconButton label={`Look closer at: ${moment.words}`} className="size-7!" onClick={onFocus}>
          <ScanEye className="size-3.5" aria-hidden />
        </IconButton>
      )}
    </li>
  );
}

/** What happens in the film, with one action each: go there, slow down there, caption it. */
export function MomentSection() {
  const overview = useSession((state) => state.overview);
  const [kinds, setKinds] = useState<ReadonlySet<string>>(
    new Set(alongMomentKinds.filter((kind) => kind !== 'entry' && kind !== 'exit')),
  );
  const names = useSession((state) => state.cube?.categories) ?? [];
  const all = overview?.moments ?? [];
  const counts = new Map<string, number>();
  for (const { kind } of all) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const shown = all.filter(({ kind }) => kinds.has(kind)).slice(0, SHOWN);
  const slow = (period: number) => {
    const key = overview?.periodKeys[Math.min(period, (overview?.periodKeys.length ?? 1) - 2)];
    const { project } = documentStore.getState();
    if (key !== undefined && project) setBeatWeight(key, Math.min(20, beatWeight(currentChart(project), key) * SLOWER));
  };
  const caption = (timeSec: number, words: string) => {
    if (!overview) return;
    const toSec = Math.min(overview.lengthSec, timeSec + CAPTION_SEC);
    const fromSec = Math.min(timeSec, Math.max(0, toSec - 0.5));
    setSession({ pickedCaption: addCaptions([{ fromSec, toSec, text: words }], overview) });
  };
  const focusOn = ({ category, timeSec }: FilmOverview['moments'][number]) => {
    const name = names[category];
    return name === undefined ? null : () => focusHere({ names: [name] }, timeSec);
  };
  return (
    <Section title="Moments">
      <Field control="moments" bare>
        <KindPick counts={counts} kinds={kinds} onKinds={setKinds} />
        {shown.length === 0 && <p className="text-[12px] text-quiet">Nothing of that kind happens in this film.</p>}
        <ol aria-label="Moments of the film" className="max-h-72 overflow-y-auto">
          {shown.map((moment) => (
            <MomentRow
              key={moment.id}
              moment={moment}
              periodLabel={overview?.periodLabels[moment.period] ?? ''}
              onSlow={() => slow(moment.period)}
              onCaption={() => caption(moment.timeSec, moment.words)}
              onFocus={focusOn(moment)}
            />
          ))}
        </ol>
      </Field>
      <Fold title="Words of moments" holds={['moment-words']}>
        <Field
          control="moment-words"
          hint="{name}, {other}, {value}, {places}, {change}, {length} and {when} stand for what happened."
        >
          <MomentWords />
        </Field>
      </Fold>
    </Section>
  );
}

/** Where the chart's own part keeps how moments are told. */
const WORDS = 'own.momentWords';

/** The kinds of moments that the chart tells, in their usual order. */
function useKinds(): readonly Kind[] {
  const words = useChart((chart) => valueAt(chart, WORDS) as object | undefined) ?? {};
  return alongMomentKinds.filter((kind) => kind in words);
}

function MomentWords() {
  const words = useChart((chart) => valueAt(chart, WORDS) as Record<Kind, string> | undefined);
  const told = useKinds();
  if (!words) return null;
  return told.map((kind) => (
    <label key={kind} className="mb-1.5 block text-[12px] text-quiet">
      {momentLooks[kind].name}
      <input
        value={words[kind]}
        maxLength={projectLimits.textLength}
        className="w-full rounded-md border border-line bg-card px-2 py-1.5 text-[13px] text-ink outline-none focus:border-ink"
        onChange={(event) =>
          editChart((chart) => putAt(chart, `${WORDS}.${kind}`, event.target.value), `moment-words-${kind}`)
        }
      />
    </label>
  ));
}

'use client';

import { ScanEye } from 'lucide-react';
import { type Focus, focusLimits } from '@/core/project/focus';
import { projectLimits } from '@/core/project/limits';
import { momentAt } from '@/state/edit-film';
import { changeFocus, removeFocus } from '@/state/edit-focus';
import { playheadStore } from '@/state/playhead';
import { setSession } from '@/state/session';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { SwitchField } from '../parts/switch-field';
import { TextField } from '../parts/text-field';
import { TokenMenu } from '../parts/token-menu';
import { pieceSecOf } from '../piece-time';
import { useChart, useSession } from '../use-state';
import { FocusAxes } from './focus-axes';
import { focusHere } from './focus-here';
import { focusWords } from './focus-words';
import { SpanList } from './span-list';

const none: readonly Focus[] = [];

/** What the film looks at over spans of it: some marks, a range of the axis, a stretch of the time. */
export function FocusSection() {
  const focuses = useChart((chart) => chart.focuses) ?? none;
  const placed = useSession((state) => state.overview?.focuses);
  const picked = useSession((state) => state.pickedFocus);
  const span = useSession((state) => state.span);
  const times = new Map(placed?.map((focus) => [focus.id, focus]));
  const chosen = focuses.find(({ id }) => id === picked);
  const full = focuses.length >= focusLimits.focuses;
  return (
    <Section title="Focus">
      <Field
        control="focuses"
        bare
        hint={full ? `A chart has ${focusLimits.focuses} at most. Remove one to add another.` : undefined}
      >
        <Button className="w-full" disabled={full} onClick={() => focusHere({})}>
          <ScanEye className="size-4" aria-hidden /> {span ? 'Look closer over the selected span' : 'Look closer here'}
        </Button>
        <SpanList
          label="Focuses of the film"
          what="focus"
          items={focuses.map((focus) => ({
            id: focus.id,
            words: focusWords(focus),
            time: times.get(focus.id) ?? null,
            settledSec: focus.easeSec,
          }))}
          picked={picked}
          onPick={(pickedFocus) => setSession({ pickedFocus })}
          onRemove={removeFocus}
        />
      </Field>
      {chosen && <FocusForm focus={chosen} />}
    </Section>
  );
}

function FocusForm({ focus }: { readonly focus: Focus }) {
  const overview = useSession((state) => state.overview);
  const change = (next: Partial<Focus>, gesture: string | null = null) => changeFocus(focus.id, next, gesture);
  const setEnd = (end: 'from' | 'to') => {
    const { readout } = playheadStore.getState();
    if (overview && readout) change({ [end]: momentAt(overview, pieceSecOf(overview, readout.timeSec)) });
  };
  return (
    <>
      <FocusNames focus={focus} onChange={change} />
      {focus.names.length > 0 && (
        <>
          <SwitchField
            control="focus-back"
            checked={focus.othersBack}
            onChange={(othersBack) => change({ othersBack })}
          />
          <SwitchField control="focus-ring" checked={focus.ring} onChange={(ring) => change({ ring })} />
          <SwitchField control="focus-enlarge" checked={focus.enlarge} onChange={(enlarge) => change({ enlarge })} />
          <div className="relative">
            <TextField
              control="focus-note"
              value={focus.note}
              lines={2}
              maxLength={projectLimits.captionLength}
              onChange={(note, gesture) => change({ note }, gesture)}
            />
            <TokenMenu name="note" onPick={(token) => change({ note: `${focus.note}{${token}}` })} />
          </div>
        </>
      )}
      <FocusAxes focus={focus} onChange={change} />
      <NumberField
        control="focus-ease"
        value={focus.easeSec}
        range={focusLimits.easeSec}
        step={0.1}
        unit="s"
        onChange={(easeSec, gesture) => change({ easeSec }, gesture)}
      />
      <Field control="focus-time">
        <div className="flex gap-2">
          <Button onClick={() => setEnd('from')}>Comes at the playhead</Button>
          <Button onClick={() => setEnd('to')}>Goes at the playhead</Button>
        </div>
      </Field>
    </>
  );
}

/** More names than these are not listed one by one. */
const MOST_LISTED = 200;

interface FocusNamesProps {
  readonly focus: Focus;
  readonly onChange: (change: Partial<Focus>) => void;
}

function FocusNames({ focus, onChange }: FocusNamesProps) {
  const cube = useSession((state) => state.cube);
  const all = cube?.categories ?? [];
  const known = new Set(all);
  const gone = focus.names.filter((name) => !known.has(name));
  const listed = [...focus.names, ...all.filter((name) => !focus.names.includes(name))].slice(0, MOST_LISTED);
  const full = focus.names.length >= focusLimits.names;
  const toggle = (name: string) => {
    const names = focus.names.includes(name) ? focus.names.filter((each) => each !== name) : [...focus.names, name];
    onChange({ names });
  };
  return (
    <Field control="focus-names" hint={full ? `At most ${focusLimits.names} at once.` : undefined}>
      <ul aria-label="Names to look at" className="max-h-44 overflow-y-auto rounded-md border border-line px-2 py-1">
        {listed.map((name) => (
          <li key={name}>
            <label className="flex items-center gap-2 py-0.5 text-[13px]">
              <input
                type="checkbox"
                className="accent-ink"
                checked={focus.names.includes(name)}
                disabled={full && !focus.names.includes(name)}
                onChange={() => toggle(name)}
              />
              <span className="truncate">{name || 'Without a name'}</span>
              {gone.includes(name) && <span className="text-[11px] text-quiet">not in the data</span>}
            </label>
          </li>
        ))}
      </ul>
    </Field>
  );
}

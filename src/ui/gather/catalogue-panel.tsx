'use client';

import { useEffect, useRef, useState } from 'react';
import type { Area, Measure } from '@/state/catalogue';
import { Button } from '../parts/button';
import { useServices } from '../services';

const catalogue = () => import('@/state/catalogue');

type Lists =
  | { readonly phase: 'loading' }
  | { readonly phase: 'failed'; readonly message: string }
  | { readonly phase: 'ready'; readonly measures: readonly Measure[]; readonly areas: readonly Area[] };

/** The catalogue: a stand-in for a public service. Measures, areas and years are chosen; the file that comes is read as any other. */
export function CataloguePanel() {
  const [lists, setLists] = useState<Lists>({ phase: 'loading' });
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another round asks again
  useEffect(() => {
    const abort = new AbortController();
    const load = async () => {
      const { fetchAreas, fetchMeasures } = await catalogue();
      const [measures, areas] = await Promise.all([fetchMeasures(abort.signal), fetchAreas(abort.signal)]);
      setLists({ phase: 'ready', measures, areas });
    };
    load().catch((error) => {
      if (!abort.signal.aborted) setLists({ phase: 'failed', message: error.message });
    });
    return () => abort.abort();
  }, [round]);
  if (lists.phase === 'loading')
    return (
      <p role="status" className="text-[12px] text-quiet">
        Asking the catalogue
      </p>
    );
  if (lists.phase === 'failed') {
    return (
      <div className="text-[12px]">
        <p role="alert" className="mb-2 text-accent-text">
          {lists.message}
        </p>
        <Button
          onClick={() => {
            setLists({ phase: 'loading' });
            setRound(round + 1);
          }}
        >
          Ask again
        </Button>
      </div>
    );
  }
  return <Order measures={lists.measures} areas={lists.areas} />;
}

function Order({ measures, areas }: { readonly measures: readonly Measure[]; readonly areas: readonly Area[] }) {
  const services = useServices();
  const [measure, setMeasure] = useState(measures[0]?.id ?? '');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    new Set(areas.filter(({ kind }) => kind === 'island').map(({ id }) => id)),
  );
  const found = measures.find(({ id }) => id === measure);
  const [span, setSpan] = useState<readonly [number, number]>([found?.from ?? 2000, found?.to ?? 2020]);
  const [share, setShare] = useState<number | null>(null);
  const [failure, setFailure] = useState('');
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), []);
  const [from, to] = span;
  const wrong =
    chosen.size === 0 ? 'Choose at least one area.' : from > to ? 'The first year comes after the last.' : '';
  const fetchIt = async () => {
    abort.current = new AbortController();
    setFailure('');
    setShare(0);
    try {
      const { fetchData } = await catalogue();
      const order = { measures: [measure], areas: [...chosen], from, to };
      const csv = await fetchData(order, abort.current.signal, setShare);
      await services.openCatalogue(found?.name ?? 'Catalogue', csv);
    } catch (error) {
      if (!abort.current.signal.aborted) setFailure(error instanceof Error ? error.message : String(error));
    } finally {
      setShare(null);
    }
  };
  return (
    <div className="flex flex-col gap-3 text-[13px]">
      <p className="text-[12px] text-quiet">
        A made-up service that ships with the app: only your choice goes to it, never your data.
      </p>
      <MeasurePick
        measures={measures}
        chosen={measure}
        onChoose={(next) => {
          setMeasure(next.id);
          setSpan([next.from, next.to]);
        }}
      />
      <AreaPick areas={areas} chosen={chosen} onChoose={setChosen} />
      <YearSpan span={span} within={found} onChange={setSpan} />
      {(wrong || failure) && (
        <p role="alert" className="text-[12px] text-accent-text">
          {wrong || failure}
        </p>
      )}
      {share === null ? (
        <Button look="loud" disabled={wrong !== ''} onClick={() => void fetchIt()}>
          Fetch the table
        </Button>
      ) : (
        <div className="flex items-center gap-2">
          <progress className="h-2 flex-1 accent-accent" max={1} value={share} aria-label="Share that has come" />
          <Button onClick={() => abort.current?.abort()}>Cancel</Button>
        </div>
      )}
    </div>
  );
}

interface MeasurePickProps {
  readonly measures: readonly Measure[];
  readonly chosen: string;
  readonly onChoose: (measure: Measure) => void;
}

function MeasurePick({ measures, chosen, onChoose }: MeasurePickProps) {
  return (
    <fieldset>
      <legend className="text-[12px] text-quiet">Measure</legend>
      {measures.map((measure) => (
        <label key={measure.id} className="flex items-baseline gap-2 py-0.5">
          <input
            type="radio"
            name="catalogue-measure"
            checked={measure.id === chosen}
            onChange={() => onChoose(measure)}
          />
          <span>
            {measure.name} <span className="text-[11px] text-quiet">{measure.unit}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

interface AreaPickProps {
  readonly areas: readonly Area[];
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (chosen: ReadonlySet<string>) => void;
}

function AreaPick({ areas, chosen, onChoose }: AreaPickProps) {
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    onChoose(next);
  };
  return (
    <fieldset>
      <legend className="flex w-full justify-between text-[12px] text-quiet">Areas, {chosen.size} chosen</legend>
      <div className="max-h-40 overflow-y-auto rounded-md border border-line bg-card p-1">
        {areas.map(({ id, name, kind }) => (
          <label key={id} className="flex items-center gap-2 px-1">
            <input type="checkbox" checked={chosen.has(id)} onChange={() => toggle(id)} />
            <span className="flex-1">{name}</span>
            <span className="text-[11px] text-quiet">{kind}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

interface YearSpanProps {
  readonly span: readonly [number, number];
  /** The years that the measure has. */
  readonly within: Measure | undefined;
  readonly onChange: (span: readonly [number, number]) => void;
}

function YearSpan({ span, within, onChange }: YearSpanProps) {
  const [from, to] = span;
  return (
    <div className="flex gap-3">
      {(['First year', 'Last year'] as const).map((label, i) => (
        <label key={label} className="flex-1 text-[12px] text-quiet">
          {label}
          <input
            type="number"
            value={span[i]}
            min={within?.from}
            max={within?.to}
            className="mt-0.5 h-8 w-full rounded-md border border-line bg-card px-2 text-[13px] text-ink"
            onChange={(event) => {
              const year = Math.round(event.target.valueAsNumber);
              if (Number.isFinite(year)) onChange(i === 0 ? [year, to] : [from, year]);
            }}
          />
        </label>
      ))}
    </div>
  );
}

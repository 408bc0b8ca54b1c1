'use client';

import { useMemo, useState } from 'react';
import { setCategoryColour, setHighlight } from '@/state/edit-chart';
import { setSession } from '@/state/session';
import { ColourButton } from '../parts/colour-button';
import { useChart, useSession } from '../use-state';

const SHOWN = 60;

/** A colour for each category: those on stage first, the others by search. */
export function CategoryColours() {
  const cube = useSession((state) => state.cube);
  const overview = useSession((state) => state.overview);
  const picked = useSession((state) => state.picked);
  const marks = useChart((chart) => (chart.dress.colour.by === 'one' ? chart.highlights : null));
  const colours = useChart((chart) => chart.colours);
  const [query, setQuery] = useState('');
  const order = useMemo(() => {
    if (!cube) return [];
    const onStage = (overview?.lines ?? []).map(({ category }) => category);
    const known = new Set(onStage);
    return [...onStage, ...cube.categories.map((_, c) => c).filter((c) => !known.has(c))];
  }, [cube, overview]);
  if (!cube || !colours) return <p className="text-[12px] text-quiet">No categories yet.</p>;
  const own = new Map(colours.map(({ category, colour }) => [category, colour]));
  const wanted = query.trim().toLowerCase();
  const found = order.filter((c) => wanted === '' || (cube.categories[c] ?? '').toLowerCase().includes(wanted));
  const pickedPlace = picked === null ? -1 : cube.categories.indexOf(picked);
  const shown = found.slice(0, SHOWN);
  if (pickedPlace >= 0 && !shown.includes(pickedPlace)) shown.unshift(pickedPlace);
  return (
    <>
      {cube.categories.length > 8 && (
        <input
          type="search"
          aria-label="Find a category"
          placeholder={`Find one of ${cube.categories.length.toLocaleString('en-GB')} categories`}
          value={query}
          onChange={(event) => setQuery(event.target.value)}
          className="mb-1.5 w-full rounded-md border border-line bg-card px-2 py-1.5 text-[13px] outline-none focus:border-ink"
        />
      )}
      <ul aria-label="Colours of categories" className="max-h-72 overflow-y-auto">
        {shown.map((c) => {
          const name = cube.categories[c] ?? '';
          const colour = own.get(name) ?? overview?.colours[c] ?? '#888888';
          return (
            <li
              key={c}
              className="flex items-center gap-2 py-0.5"
              onPointerEnter={() => setSession({ hovered: c })}
              onPointerLeave={() => setSession({ hovered: null })}
            >
              <ColourButton
                label={`Colour of ${name.slice(0, 60)}`}
                value={colour}
                onChange={(value, gesture) => setCategoryColour(name, value, gesture)}
                onReset={own.has(name) ? () => setCategoryColour(name, null) : null}
                open={picked === name}
                onOpenChange={(open) => setSession({ picked: open ? name : null })}
              />
              <span className="min-w-0 truncate text-[13px]">{name.slice(0, 120)}</span>
              {own.has(name) && <span className="ml-auto pr-1 text-[11px] text-quiet">own</span>}
              {marks && (
                <label className="ml-auto flex shrink-0 items-center gap-1 pr-1 text-[12px] text-quiet">
                  <input
                    type="checkbox"
                    aria-label={`${name.slice(0, 60)} stands out`}
                    checked={marks.includes(name)}
                    className="accent-spruce"
                    onChange={(event) => setHighlight(name, event.target.checked)}
                  />
                  stands out
                </label>
              )}
            </li>
          );
        })}
      </ul>
      {found.length > SHOWN && (
        <p className="mt-1 text-[12px] text-quiet">{found.length - SHOWN} more; find them by name.</p>
      )}
      {found.length === 0 && <p className="text-[12px] text-quiet">No category is called that.</p>}
    </>
  );
}

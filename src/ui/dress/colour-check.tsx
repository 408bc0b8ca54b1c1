'use client';

import { useMemo } from 'react';
import { closePairs, partColours, TOO_CLOSE } from '@/core/scale/colour-vision';
import { editChart } from '@/state/current';
import { Button } from '../parts/button';
import { useChart, useSession } from '../use-state';

/** More colours than this nobody can keep apart; those longest on stage are looked at. */
const MAX_COLOURS = 24;
const MATRIX = 12;

const visionWords = {
  'all colours': 'for everyone',
  'weak red': 'for who sees red weakly',
  'weak green': 'for who sees green weakly',
  'weak blue': 'for who sees blue weakly',
};

/** The pairs of colours on stage that somebody cannot tell apart, and a remedy. */
export function ColourCheck() {
  const lines = useSession((state) => state.overview?.lines);
  const ground = useSession((state) => state.overview?.ground ?? '#FFFFFF');
  const looked = useMemo(() => (lines ?? []).slice(0, MAX_COLOURS), [lines]);
  const colours = useMemo(() => looked.map(({ colour }) => colour), [looked]);
  const shared = useChart((chart) => chart.dress.colour.by !== 'category') ?? false;
  // A colour that several share on purpose, such as one for all, is no fault.
  const pairs = useMemo(
    () => closePairs(colours).filter(({ a, b }) => !shared || colours[a] !== colours[b]),
    [colours, shared],
  );
  if (looked.length < 2) return <p className="text-[12px] text-quiet">With one bar there is nothing to confuse.</p>;
  if (pairs.length === 0) {
    return (
      <p className="text-[13px]">
        All {looked.length} colours on stage can be told apart, for weak red, green and blue too.
      </p>
    );
  }
  const apart = () => {
    const parted = partColours(colours, ground);
    editChart((chart) => {
      parted.forEach((colour, i) => {
        const { name } = looked[i] ?? { name: '' };
        if (colour === colours[i]) return;
        chart.colours = [...chart.colours.filter(({ category }) => category !== name), { category: name, colour }];
      });
    });
  };
  const close = new Map(pairs.map((pair) => [`${pair.a} ${pair.b}`, pair]));
  const shown = looked.slice(0, MATRIX);
  return (
    <>
      <p className="mb-2 text-[12px] leading-snug">
        {pairs.length} {pairs.length === 1 ? 'pair is' : 'pairs are'} closer than {TOO_CLOSE} (CIEDE2000). The closest:{' '}
        {looked[pairs[0]?.a ?? 0]?.name} and {looked[pairs[0]?.b ?? 0]?.name}, {pairs[0]?.difference.toFixed(1)}{' '}
        {visionWords[pairs[0]?.vision ?? 'all colours']}.
      </p>
      <table
        aria-label="Pairs of colours that are too close"
        className="mb-2 border-separate border-spacing-0.5 text-[10px]"
      >
        <tbody>
          {shown.map(({ name, colour, category }, row) => (
            <tr key={category}>
              <th scope="row" title={name} className="pr-1">
                <span className="block size-4 rounded-[3px]" style={{ background: colour }} />
                <span className="sr-only">{name}</span>
              </th>
              {shown.slice(0, row).map((other, column) => {
                const pair = close.get(`${column} ${row}`);
                return (
                  <td
                    key={other.category}
                    title={
                      pair
                        ? `${other.name} and ${name}: ${pair.difference.toFixed(1)} ${visionWords[pair.vision]}`
                        : `${other.name} and ${name} are apart`
                    }
                    className={
                      pair
                        ? 'size-4 rounded-[3px] bg-accent text-center font-bold text-on-accent'
                        : 'size-4 rounded-[3px] bg-line/50 text-center text-quiet'
                    }
                  >
                    {pair ? '×' : '·'}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <Button onClick={apart}>Move them apart</Button>
    </>
  );
}

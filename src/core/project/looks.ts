import type { Background } from './background';
import { type Dress, defaultDress } from './dress';
import { LOOK_VERSION, type Look } from './look';
import type { TextPart, TextStyle } from './text-style';

type Change<T> = {
  readonly [K in keyof T]?: T[K] extends readonly unknown[] ? T[K] : T[K] extends object ? Change<T[K]> : T[K];
};

/** Objects are merged, all else is replaced. */
function merge<T>(base: T, change: Change<T>): T {
  const merged: Record<string, unknown> = { ...(base as Record<string, unknown>) };
  for (const [key, value] of Object.entries(change)) {
    const before = merged[key];
    const both =
      typeof value === 'object' &&
      value !== null &&
      !Array.isArray(value) &&
      typeof before === 'object' &&
      before !== null;
    merged[key] = both ? merge(before, value as Change<typeof before>) : value;
  }
  return merged as T;
}

function look(name: string, background: Background, change: Change<Dress>): Look {
  return { format: 'plucky-tempo-look', version: LOOK_VERSION, name, background, dress: merge(defaultDress, change) };
}

/** The same family for all texts of the frame, and for the labels. */
function families(display: Partial<TextStyle>, body: Partial<TextStyle>): Change<Dress> {
  const shown: readonly TextPart[] = ['title', 'stamp'];
  const plain: readonly TextPart[] = ['subtitle', 'source', 'total', 'leader', 'caption', 'legend'];
  const texts = Object.fromEntries([...shown.map((part) => [part, display]), ...plain.map((part) => [part, body])]);
  const { size: _, ...label } = body;
  return { texts, labels: { name: label, value: label, rank: label, tick: label } };
}

const plain = (colour: string): Background => ({ kind: 'plain', colour });

/** The looks that ship, made for this product. */
export const looks: readonly Look[] = [
  look('Paper', plain('#FFFCF5'), {}),
  look(
    'Night ferry',
    { kind: 'linear', colour: '#12191E', to: '#1E3A47', angleDeg: 90 },
    {
      colour: { palette: 'signal' },
      bars: { corners: 0.5, gradient: 0.35 },
      lines: { width: 0.8, fill: 0.12 },
      texts: { stamp: { colour: '#FF8A5C' }, subtitle: { colour: '#A9BCC4' } },
      axis: { gridWidth: 0.1 },
    },
  ),
  look(
    'Newsprint',
    plain('#F2EFE6'),
    merge(
      families({ family: 'Playfair Display', weight: 800 }, { family: 'Noto Serif', weight: 500 }) as Change<Dress>,
      {
        texts: { title: { size: 6.6 }, stamp: { size: 10 } },
        colour: { by: 'one', one: '#2B2B2B', highlight: '#B3261E' },
        bars: { corners: 0, thickness: 0.62, ranks: false },
        lines: { width: 0.45, pointSize: 2 },
        axis: { gridWidth: 0.1, gridColour: '#8C877A', side: 'end' },
      },
    ),
  ),
  look(
    'Chalk',
    plain('#23302B'),
    merge(families({ family: 'Caveat', weight: 700 }, { family: 'Caveat', weight: 600 }) as Change<Dress>, {
      texts: {
        title: { size: 8.4 },
        subtitle: { size: 4.4 },
        source: { size: 2.9 },
        stamp: { size: 13 },
        total: { size: 4.2 },
        leader: { size: 4.2 },
        caption: { size: 4.6 },
        legend: { size: 3.2 },
      },
      labels: { name: { size: 1.2 }, value: { size: 1.2 }, tick: { size: 1.35 } },
      colour: { palette: 'chalk' },
      bars: { corners: 0.25, gradient: 0.6, outline: 0.22, outlineColour: '#EDEBDD', thickness: 0.7 },
      lines: { width: 0.9, points: 'all', pointSize: 2 },
      axis: { gridColour: '#5E6F66', gridWidth: 0.12 },
    }),
  ),
  look(
    'Studio news',
    { kind: 'linear', colour: '#0B2545', to: '#13315C', angleDeg: 25 },
    merge(
      families(
        { family: 'Archivo', weight: 800, capitals: true, spacing: 0.01 },
        { family: 'Archivo', weight: 600 },
      ) as Change<Dress>,
      {
        texts: {
          title: { size: 5.4, colour: '#FFFFFF' },
          subtitle: { size: 2.8, colour: '#B8CBE6' },
          stamp: { size: 9, colour: '#FFC53D' },
        },
        labels: { name: { capitals: true, size: 0.9 } },
        colour: { palette: 'signal' },
        bars: {
          corners: 0,
          thickness: 0.86,
          names: 'inside',
          values: 'outside',
          ranks: true,
          gradient: 0.25,
          shadow: 0.5,
          depth: 0.5,
          depthAngle: 40,
          light: 0.55,
        },
        axis: { gridWidth: 0.08 },
      },
    ),
  ),
  look(
    'Big poster',
    plain('#C8401B'),
    merge(
      families(
        { family: 'Big Shoulders', weight: 900, capitals: true },
        { family: 'Archivo', weight: 700 },
      ) as Change<Dress>,
      {
        texts: {
          title: { size: 10, colour: '#FFF3D6' },
          subtitle: { size: 2.8, colour: '#FFE2B8' },
          source: { colour: '#FFE2B8' },
          stamp: { size: 20, colour: '#12191E' },
        },
        labels: {
          name: { colour: '#FFF3D6' },
          value: { colour: '#FFF3D6' },
          rank: { colour: '#FFD9A8' },
          tick: { colour: '#FFD9A8' },
        },
        colour: { by: 'one', one: '#12191E', highlight: '#FFD24D' },
        bars: { corners: 0, thickness: 0.9 },
        lines: { width: 1.5, pointSize: 2 },
        axis: { gridWidth: 0, ticks: false, zeroLine: false },
      },
    ),
  ),
  look(
    'Tide table',
    plain('#EAF3F2'),
    merge(
      families(
        { family: 'Spline Sans Mono', weight: 700 },
        { family: 'Spline Sans Mono', weight: 500 },
      ) as Change<Dress>,
      {
        texts: {
          title: { size: 4.6 },
          subtitle: { size: 2.5 },
          stamp: { size: 8 },
          source: { size: 1.8 },
          total: { size: 2.6 },
          leader: { size: 2.6 },
        },
        labels: { name: { size: 0.8 }, value: { size: 0.8 }, tick: { size: 0.9 } },
        colour: { palette: 'lagoon' },
        bars: { corners: 0, thickness: 0.4 },
        lines: { width: 0.4, points: 'all', pointSize: 2.8 },
        counters: { total: { shown: true } },
        axis: { gridColour: '#B9D2CF', gridWidth: 0.1, side: 'end' },
      },
    ),
  ),
  look(
    'Sweet stall',
    { kind: 'radial', colour: '#FFF4F7', to: '#FFD9C7' },
    merge(families({ family: 'Nunito', weight: 900 }, { family: 'Nunito', weight: 700 }) as Change<Dress>, {
      texts: {
        title: { align: 'middle', colour: '#7A2E4D' },
        subtitle: { align: 'middle', colour: '#8F4F63' },
        stamp: { colour: '#D1495B' },
      },
      counters: { stamp: { at: 'bottom-end' } },
      colour: { palette: 'market' },
      bars: { corners: 1, thickness: 0.7, values: 'inside', shadow: 0.25 },
      lines: { width: 1.1, pointSize: 2.8, fill: 0.2 },
      axis: { gridWidth: 0, zeroLine: false },
    }),
  ),
  look(
    'Ledger',
    plain('#FBFBF8'),
    merge(families({ family: 'Bitter', weight: 700 }, { family: 'Bitter', weight: 500 }) as Change<Dress>, {
      texts: { title: { size: 5 }, stamp: { size: 9, weight: 500, colour: '#7A7F78' } },
      colour: { by: 'value', ramp: ['#D6E5D8', '#1F5B3A'] },
      bars: { corners: 0, thickness: 0.6, outline: 0.1, outlineColour: '#1F5B3A' },
      lines: { width: 0.5, fill: 0.08 },
      counters: { leader: { shown: true } },
      axis: { gridColour: '#DADDD3' },
    }),
  ),
  look(
    'Columns at dusk',
    { kind: 'linear', colour: '#2A1B3D', to: '#44318D', angleDeg: 90 },
    merge(families({ family: 'Rubik', weight: 800 }, { family: 'Rubik', weight: 500 }) as Change<Dress>, {
      texts: { title: { size: 5.4 }, stamp: { size: 11, colour: '#F2A154' } },
      colour: { palette: 'chalk' },
      bars: {
        direction: 'standing',
        corners: 0.3,
        gradient: 0.2,
        thickness: 0.72,
        longNames: 'wrap',
        depth: 0.7,
        depthAngle: 38,
        light: 0.6,
      },
      lines: { width: 0.7, points: 'none', fill: 0.3 },
      axis: { gridWidth: 0.1 },
    }),
  ),
  look(
    'Tideline',
    plain('#EAF1F0'),
    merge(families({ family: 'Fraunces', weight: 700 }, { family: 'Instrument Sans', weight: 500 }) as Change<Dress>, {
      texts: {
        title: { size: 5.6, colour: '#12343B' },
        subtitle: { colour: '#4C6B70' },
        stamp: { size: 9, weight: 500, colour: '#2F7F86' },
      },
      labels: { name: { weight: 600 }, value: { weight: 500 } },
      colour: { palette: 'lagoon' },
      bars: { corners: 0.15, thickness: 0.58 },
      lines: { width: 1.05, points: 'ends', pointSize: 2.2 },
      axis: { gridColour: '#C9D8D6', gridWidth: 0.08 },
    }),
  ),
  look(
    'Afterglow',
    { kind: 'linear', colour: '#171226', to: '#3A1B3F', angleDeg: 60 },
    merge(
      families({ family: 'Bricolage Grotesque', weight: 800 }, { family: 'Nunito', weight: 600 }) as Change<Dress>,
      {
        texts: {
          title: { size: 5.8, colour: '#FFF1E6' },
          subtitle: { colour: '#D9B8C4' },
          stamp: { size: 10, colour: '#FF9E6D' },
        },
        colour: { palette: 'market' },
        bars: { corners: 0.4, gradient: 0.45, thickness: 0.74 },
        lines: { width: 0.6, points: 'none', fill: 0.14 },
        axis: { gridColour: '#4B2F52', gridWidth: 0.08 },
      },
    ),
  ),
];

import type { Corner, CounterPart, LabelPart, TextPart, TextStyle } from './text-style';

/** How bars look. */
export interface BarStyle {
  /** Lying bars grow to the right, standing ones (columns) upwards. */
  readonly direction: 'lying' | 'standing';
  /** Share of its place that a bar fills, in [0.2, 1]; the rest is the gap. */
  readonly thickness: number;
  /** Roundness of the corners: share of half the thickness, in [0, 1]. */
  readonly corners: number;
  /** How far the colour runs out towards the bar's foot, in [0, 1]. */
  readonly gradient: number;
  /** Width of the outline in hundredths of the stage's shorter side, 0 for none. */
  readonly outline: number;
  /** null takes the strong ink. */
  readonly outlineColour: string | null;
  /** How dark the shadow is, in [0, 1]. */
  readonly shadow: number;
  /** How far bars stand out of the plane, in [0, 1]; 0 is flat. */
  readonly depth: number;
  /** Where their backs lie: degrees from the right, anticlockwise, in [-180, 180]. */
  readonly depthAngle: number;
  /** How much lighter and darker the faces are, in [0, 1]. */
  readonly light: number;
  readonly names: 'beside' | 'inside' | 'hidden';
  readonly values: 'outside' | 'inside' | 'hidden';
  readonly ranks: boolean;
  /** What happens to a name that is too long for its room. */
  readonly longNames: 'cut' | 'wrap' | 'shrink';
}

/** Which points of a line are drawn. */
export const shownPoints = ['none', 'ends', 'all'] as const;

/** How lines and the areas under them look. */
export interface LineStyle {
  /** In hundredths of the stage's shorter side. */
  readonly width: number;
  readonly points: (typeof shownPoints)[number];
  /** Times the line's width. */
  readonly pointSize: number;
  /** How strongly the area under a line is filled, in [0, 1]. */
  readonly fill: number;
}

/** What decides a bar's colour. */
export interface ColourRule {
  readonly by: 'category' | 'group' | 'value' | 'sign' | 'one';
  readonly palette: string;
  /** From the least to the greatest value. */
  readonly ramp: readonly [string, string];
  /** The colour of all, and of those that stand out; by sign, of what is not below 0, and of what is. */
  readonly one: string;
  readonly highlight: string;
}

export interface PictureStyle {
  readonly shown: boolean;
  readonly at: 'beside' | 'end' | 'inside';
  readonly shape: 'round' | 'square' | 'plain';
  /** Times the bar's thickness, in [0.4, 1]. */
  readonly size: number;
  /** Flags for categories that are countries. */
  readonly flags: boolean;
  /** Letters in a disc where there is no picture. */
  readonly monograms: boolean;
}

export interface AxisStyle {
  readonly ticks: boolean;
  readonly side: 'start' | 'end' | 'both';
  /** Width of grid lines in hundredths of the stage's shorter side, 0 for none. */
  readonly gridWidth: number;
  readonly gridColour: string | null;
  /** About how many parts, or null for as many as have room. */
  readonly parts: number | null;
  readonly zeroLine: boolean;
}

export interface LegendStyle {
  readonly shown: 'auto' | 'always' | 'never';
  readonly at: 'top' | 'bottom';
  readonly order: 'table' | 'name';
}

/**
 * Everything about a chart's look that says nothing of its data, so that it can be saved and given to another chart.
 * Only `bars` and `lines` belong to charts that have such marks; the rest to every family.
 */
export interface Dress {
  readonly texts: Readonly<Record<TextPart, TextStyle>>;
  readonly labels: Readonly<Record<LabelPart, TextStyle>>;
  readonly counters: Readonly<Record<CounterPart, { readonly shown: boolean; readonly at: Corner }>>;
  /** Digits of the period stamp roll over instead of changing at once. */
  readonly rollingStamp: boolean;
  readonly bars: BarStyle;
  readonly lines: LineStyle;
  readonly colour: ColourRule;
  readonly pictures: PictureStyle;
  readonly axis: AxisStyle;
  readonly legend: LegendStyle;
  readonly captions: { readonly at: 'top' | 'bottom'; readonly panel: boolean };
}

const text: TextStyle = {
  family: 'Instrument Sans',
  weight: 500,
  italic: false,
  size: 3,
  capitals: false,
  spacing: 0,
  colour: null,
  align: 'start',
  shadow: 0,
};
const display = { ...text, family: 'Bricolage Grotesque', weight: 800 };

/** The dress that a new chart starts with. */
export const defaultDress: Dress = {
  texts: {
    title: { ...display, size: 6.2 },
    subtitle: text,
    source: { ...text, size: 2 },
    stamp: { ...display, size: 12, align: 'end' },
    total: { ...text, weight: 600, size: 3, align: 'end' },
    leader: { ...text, weight: 600, size: 3, align: 'end' },
    caption: { ...text, weight: 600, size: 3.4 },
    legend: { ...text, size: 2.2 },
  },
  labels: {
    name: { ...text, weight: 600, size: 1 },
    value: { ...text, weight: 600, size: 1 },
    rank: { ...text, weight: 600, size: 1 },
    tick: { ...text, size: 1 },
  },
  counters: {
    stamp: { shown: true, at: 'auto' },
    total: { shown: false, at: 'auto' },
    leader: { shown: false, at: 'auto' },
  },
  rollingStamp: false,
  bars: {
    direction: 'lying',
    thickness: 0.76,
    corners: 0.15,
    gradient: 0,
    outline: 0,
    outlineColour: null,
    shadow: 0,
    depth: 0,
    depthAngle: 35,
    light: 0.5,
    names: 'beside',
    values: 'outside',
    ranks: true,
    longNames: 'cut',
  },
  lines: { width: 0.65, points: 'ends', pointSize: 2.4, fill: 0 },
  colour: { by: 'category', palette: 'harbour', ramp: ['#9CCFC4', '#0B6B5D'], one: '#8C97A0', highlight: '#C8401B' },
  pictures: { shown: false, at: 'beside', shape: 'round', size: 0.9, flags: true, monograms: true },
  axis: { ticks: true, side: 'start', gridWidth: 0.15, gridColour: null, parts: null, zeroLine: true },
  legend: { shown: 'auto', at: 'bottom', order: 'table' },
  captions: { at: 'bottom', panel: true },
};

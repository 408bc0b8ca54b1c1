import type { Chart } from '../project/chart';
import type { ColourRule } from '../project/dress';
import { findPalette } from '../project/palettes';
import { hexColour, mixColours } from '../scale/colour';
import type { Cube } from '../shaping/cube';

/** The colours of a chart's categories. */
export interface Colours {
  /** By category; where colour follows the value, the ramp's middle. */
  readonly ofCategory: readonly string[];
  /** The colour at a share of the ramp in [0, 1]; null where colour does not follow the value. */
  readonly ofShare: ((share: number) => string) | null;
  /** The colour of a value, where its sign decides; null elsewhere. */
  readonly ofSign: ((value: number) => string) | null;
  /** The colour of the palette at a place, for marks that are not categories. */
  readonly ofPlace: (place: number) => string;
  /** By part; empty where marks are not made of parts. */
  readonly ofPart: readonly string[];
  /** What the legend explains: parts, groups, or what stands out. */
  readonly groups: readonly { readonly name: string; readonly colour: string }[];
}

const GREY = '#888888';
/** Shades within a group run from a little darker to a good deal lighter. */
const DARKER = 0.22;
const LIGHTER = 0.42;

/**
 * Works out every category's colour: the person's own first, then the table's, then the rule's.
 *
 * @param byPart Are marks drawn from their parts? Then those have the colours of the palette, and the legend names them.
 */
export function coloursOf(chart: Chart, cube: Cube, byPart = false): Colours {
  const own = new Map(chart.colours.map(({ category, colour }) => [category, colour]));
  const rule = chart.dress.colour;
  const base = ruleOf(rule, chart, cube);
  const ofCategory = cube.categories.map(
    (name, c) => own.get(name) ?? hexColour(cube.colours?.[c] ?? '') ?? base.at(c),
  );
  const [low, high] = rule.ramp;
  const ofShare =
    rule.by === 'value' ? (share: number) => mixColours(low, high, Math.min(1, Math.max(0, share))) : null;
  const ofSign = rule.by === 'sign' ? (value: number) => (value < 0 ? rule.highlight : rule.one) : null;
  const parts = byPart ? (cube.parts?.names ?? []) : [];
  const ofPart = parts.map((name, i) => own.get(name) ?? ofPalette(rule, i));
  const groups = parts.length > 0 ? parts.map((name, i) => ({ name, colour: ofPart[i] ?? GREY })) : base.groups;
  return { ofCategory, ofShare, ofSign, ofPlace: (place) => ofPalette(rule, place), ofPart, groups };
}

/** A colour of the palette; one that is used up begins again. */
function ofPalette({ palette }: ColourRule, place: number): string {
  const { colours } = findPalette(palette);
  return variant(colours[place % colours.length] ?? GREY, Math.floor(place / colours.length));
}

function ruleOf(rule: ColourRule, chart: Chart, cube: Cube): { at: (c: number) => string; groups: Colours['groups'] } {
  const at = (place: number) => ofPalette(rule, place);
  if (rule.by === 'value') return { at: () => mixColours(rule.ramp[0], rule.ramp[1], 0.5), groups: [] };
  if (rule.by === 'one') {
    const chosen = new Set(chart.highlights);
    return { at: (c) => (chosen.has(cube.categories[c] ?? '') ? rule.highlight : rule.one), groups: [] };
  }
  if (rule.by === 'sign') {
    const groups = [
      { name: 'Below 0', colour: rule.highlight },
      { name: '0 and above', colour: rule.one },
    ];
    return { at: () => rule.one, groups };
  }
  if (rule.by === 'group' && cube.colours) return shadesOf(cube.colours, at);
  return { at, groups: [] };
}

/** A palette that is used up begins again, lighter, then darker, so that no two categories are quite alike. */
function variant(colour: string, round: number): string {
  if (round === 0) return colour;
  const share = Math.min(0.75, 0.4 + 0.15 * Math.floor((round - 1) / 2));
  return mixColours(colour, round % 2 === 1 ? '#FFFFFF' : '#000000', share);
}

/** Each group has a colour of the palette, its members shades of it in the table's order. */
function shadesOf(texts: readonly string[], ofPalette: (place: number) => string) {
  const members = new Map<string, number[]>();
  texts.forEach((text, c) => {
    const list = members.get(text) ?? [];
    list.push(c);
    members.set(text, list);
  });
  const named = [...members.keys()].filter((text) => text !== '' && hexColour(text) === null);
  const groups = named.map((name, i) => ({ name, colour: ofPalette(i) }));
  const shades = new Map<number, string>();
  for (const { name, colour } of groups) {
    const list = members.get(name) ?? [];
    list.forEach((c, i) => {
      const place = list.length === 1 ? 0 : (i / (list.length - 1)) * (DARKER + LIGHTER) - DARKER;
      shades.set(c, mixColours(colour, place < 0 ? '#000000' : '#FFFFFF', Math.abs(place)));
    });
  }
  return { at: (c: number) => shades.get(c) ?? GREY, groups };
}

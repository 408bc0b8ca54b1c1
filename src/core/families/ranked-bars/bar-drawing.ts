import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn, mixColours } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, Subject, TextNode } from '../../scene/scene';
import type { Font } from '../../scene/text-fit';
import { pushPicture } from './bar-picture';
import { type BarAt, wipes } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';
import { barStyleOf } from './document';
import { pushMark } from './mark-shape';
import { type LabelPlaces, placeLabels } from './place-labels';
import type { SteppedText } from './step-aside';

/** The labels of a bar that is uncovered come when so much of it is. */
const WIPED = 0.6;

/** Draws one bar with its labels, lying or standing. */
export class BarDrawing {
  /** How much room its labels take across, in stage pixels. */
  readonly acrossPx: number;
  private readonly valueText: string;
  private places: LabelPlaces;
  private readonly lying: boolean;
  /** Towards greater or lesser values, on screen. */
  readonly sign: 1 | -1;
  private readonly valueWidthPx: number;
  /** Along: what its name takes, one line or two, and its number. */
  private readonly namePx: number;
  private readonly valuePx: number;
  private readonly name: SteppedText = { at: 0, scale: 1 };
  private readonly value: SteppedText = { at: 0, scale: 1 };
  /** What the bars over it leave of its labels, and of letters instead of a picture, which cannot step aside. */
  private strength = 1;
  private letters = 1;
  /** What is under its labels: its own colour, or that of bars over it. */
  private under: string;

  constructor(
    private readonly prepared: RankedBarsPlan,
    readonly bar: BarAt,
  ) {
    const { chart, fonts, names, measure } = prepared;
    const { pictures, labels } = chart.dress;
    const style = barStyleOf(chart);
    this.under = inkOn(bar.colour);
    const grows = bar.entrance.how === 'grow' || bar.entrance.how === 'spring';
    const shown = grows ? bar.value * Math.min(1, Math.max(0, bar.entrance.progress)) : bar.value;
    const text = style.values === 'hidden' ? '' : prepared.formatValue(shown);
    this.valueText = labels.value.capitals ? text.toUpperCase() : text;
    this.lying = style.direction === 'lying';
    this.sign = bar.value < 0 ? -1 : 1;
    this.valueWidthPx = this.valueText === '' ? 0 : lineWidth(this.valueText, fonts.value, true, measure);
    const name = names[bar.series];
    const linePx = (font: Font) => font.sizePx * (ASCENT + DESCENT);
    const lines = name?.lines.length ?? 0;
    this.namePx = this.lying ? (name?.widthPx ?? 0) : lines * (name ? name.font.sizePx * 1.16 : 0);
    const nameAcross = this.lying
      ? (lines > 1 ? 2.1 / (ASCENT + DESCENT) : 1) * (name ? linePx(name.font) : 0)
      : (name?.widthPx ?? 0);
    const letters = pictures.shown && this.hasPicture() ? prepared.fonts.monogram.sizePx * (this.lying ? 1 : 1.8) : 0;
    this.acrossPx = Math.max(nameAcross, letters, this.lying ? linePx(fonts.value) : this.valueWidthPx) * 1.02;
    this.valuePx = this.valueText === '' ? 0 : this.lying ? this.valueWidthPx : linePx(fonts.value);
    this.places = placeLabels({
      barPx: Math.abs(bar.to - bar.from) + prepared.headPx,
      namePx: style.names === 'inside' ? this.namePx : 0,
      valuePx: this.valuePx,
      picturePx: prepared.picturePx * this.aspect(),
      gapPx: fonts.value.sizePx * 0.4,
      nameInside: style.names === 'inside',
      valueInside: style.values === 'inside',
      picture: pictures.shown && pictures.at !== 'beside' && this.hasPicture() ? pictures.at : 'none',
    });
    // A picture of a mark with a head stands in its head.
    if (prepared.headPx > 0 && chart.own.form !== 'bar' && pictures.at !== 'beside')
      this.places = {
        ...this.places,
        picture: Math.abs(bar.to - bar.from) - (prepared.picturePx * (this.lying ? this.aspect() : 1)) / 2,
      };
    if (style.names === 'inside') this.name.at = this.places.name;
    this.value.at = this.places.value;
  }

  /** Where a label stands along by itself, from the bar's foot or, beside it, from where names stand; and its size there. */
  textAt(part: 'name' | 'value'): { at: number; sizePx: number } {
    return part === 'name' ? { at: this.name.at, sizePx: this.namePx } : { at: this.value.at, sizePx: this.valuePx };
  }

  /** Room for labels along, from the bar's foot to where they must end. */
  get roomAlong(): number {
    const { lesser, greater } = this.prepared.reach;
    return Math.abs((this.sign > 0 ? greater : lesser) - this.bar.from);
  }

  /** Gives a label another place along, and a size. */
  step(part: 'name' | 'value', { at, scale }: SteppedText): void {
    Object.assign(this[part], { at, scale });
  }

  /** How far a label is inside the bar, in [0, 1]; one that had to step over the end is so much less. */
  private insideness(part: 'name' | 'value', sizePx: number): number {
    const share = part === 'name' ? this.places.nameInside : this.places.valueInside;
    if (share <= 0) return 0;
    const { at, scale } = this[part];
    const end = Math.max(Math.abs(this.bar.to - this.bar.from), this.places[part] + sizePx);
    return share * Math.min(1, Math.max(0, 1 - (at + scale * sizePx - end) / sizePx));
  }

  /** Another bar passes over this one, so close in [0, 1]. */
  coveredBy(other: BarDrawing, close: number, fades: boolean): void {
    this.letters = Math.min(this.letters, 1 - close);
    if (fades) this.strength = this.letters;
    if (other.sign === this.sign) this.under = mixColours(this.under, inkOn(other.bar.colour), close);
  }

  private hasPicture(): boolean {
    const { chart, pictures, picturePx } = this.prepared;
    return picturePx > 0 && (chart.dress.pictures.monograms || pictures[this.bar.series] !== null);
  }

  private aspect(): number {
    const { chart, pictures } = this.prepared;
    if (chart.dress.pictures.shape !== 'plain') return 1;
    return Math.min(1.5, Math.max(0.5, pictures[this.bar.series]?.aspect ?? 1));
  }

  /** Middle of the bar across, on screen. */
  private get middle(): number {
    const { field, slotPx } = this.prepared;
    return (this.lying ? field.y : field.x) + this.bar.across + slotPx / 2;
  }

  private subject(part: Subject['part']): Subject {
    return { part, category: this.bar.category };
  }

  /** Adds the bar to a list, its shadow under it. */
  pushShape(nodes: SceneNode[]): void {
    pushMark(nodes, this.prepared, this.bar, this.middle);
  }

  /** Adds name, picture and value to a list. */
  pushLabels(nodes: SceneNode[]): void {
    // A row of pictures is one already.
    const { own, dress } = this.prepared.chart;
    if (this.hasPicture() && (own.form !== 'repeated' || dress.pictures.at === 'beside')) {
      const along = this.alongOf(this.places.picture, this.prepared.picturePx * (this.lying ? this.aspect() : 1));
      pushPicture(nodes, this.prepared, {
        bar: this.bar,
        middle: this.middle,
        along,
        aspect: this.aspect(),
        letters: this.letters,
      });
    }
    const { entrance } = this.bar;
    const uncovered = wipes(entrance) ? smoothStep((entrance.progress - WIPED) / (1 - WIPED)) : 1;
    const opacity = this.bar.opacity * this.strength * uncovered;
    if (opacity <= 0) return;
    this.pushName(nodes, opacity);
    this.pushValue(nodes, opacity);
  }

  /** On screen, along: a distance from the bar's foot in the direction in which it grows, for a part of some size. */
  private alongOf(distancePx: number, sizePx: number): number {
    const towards = this.lying ? this.sign : -this.sign;
    const at = this.bar.from + towards * distancePx;
    const start = towards > 0 ? at : at - sizePx;
    const limit = this.lying ? this.prepared.stage.widthPx : this.prepared.stage.heightPx;
    return Math.min(limit - sizePx, Math.max(0, start));
  }

  private pushName(nodes: SceneNode[], opacity: number): void {
    const { chart, names, nameAt, ink } = this.prepared;
    const { labels } = chart.dress;
    const style = barStyleOf(chart);
    const name = names[this.bar.series];
    if (!name) return;
    const { lines } = name;
    const { at, scale } = this.name;
    const font = scaled(name.font, scale);
    const inside = style.names === 'inside';
    const linePx = font.sizePx * 1.16;
    const share = inside ? this.insideness('name', this.namePx) : 0;
    const fill = share > 0 ? mixColours(ink.name, this.under, share) : ink.name;
    const subject = this.subject('name');
    for (let i = 0; i < lines.length; i++) {
      const id = `name:${this.bar.category}:${i}`;
      let [x, y, align]: [number, number, TextNode['align']] = [nameAt - at, 0, 'end'];
      if (this.lying) {
        y = this.middle + font.sizePx * 0.35 + (i - (lines.length - 1) / 2) * linePx;
        if (inside) [x, align] = [this.alongOf(at, name.widthPx * scale), 'start'];
      } else {
        const top = inside ? this.alongOf(at, lines.length * linePx) : nameAt + at;
        [x, y, align] = [this.middle, top + font.sizePx * ASCENT + i * linePx, 'middle'];
      }
      pushWithShadow(
        nodes,
        labelNode({ id, subject, text: lines[i] ?? '', x, y, font, fill, align, opacity, tabular: false }),
        labels.name.shadow,
      );
    }
  }

  private pushValue(nodes: SceneNode[], opacity: number): void {
    const { chart, fonts, ink } = this.prepared;
    if (this.valueText === '') return;
    const { at, scale } = this.value;
    const font = scaled(fonts.value, scale);
    const share = this.insideness('value', this.valuePx);
    const fill = share > 0 ? mixColours(ink.value, this.under, share) : ink.value;
    const along = this.alongOf(at, this.valuePx * scale);
    const x = this.lying ? along : this.middle;
    const y = this.lying ? this.middle + font.sizePx * 0.35 : along + font.sizePx * ASCENT;
    const align = this.lying ? 'start' : 'middle';
    const id = `value:${this.bar.category}`;
    const [subject, text] = [this.subject('value'), this.valueText];
    const node = labelNode({ id, subject, text, x, y, font, fill, align, opacity, tabular: true });
    pushWithShadow(nodes, node, chart.dress.labels.value.shadow);
  }
}

/** A font at a share of its size; most labels stand still and keep their own. */
function scaled(font: Font, scale: number): Font {
  return scale === 1 ? font : { ...font, sizePx: font.sizePx * scale };
}

import { monogramOf } from '../../chart/pictures';
import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { inkOn, mixColours } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, Subject, TextNode } from '../../scene/scene';
import type { Font } from '../../scene/text-fit';
import { pushBarShape } from '../shared/bar-shape';
import type { BarAt } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';
import { type LabelPlaces, placeLabels } from './place-labels';

/** Draws one bar with its labels, lying or standing. */
export class BarDrawing {
  /** How much room its labels take across, in stage pixels. */
  readonly acrossPx: number;
  private readonly valueText: string;
  private readonly places: LabelPlaces;
  private readonly lying: boolean;
  /** Towards greater or lesser values, on screen. */
  private readonly sign: 1 | -1;
  private readonly valueWidthPx: number;

  constructor(
    private readonly prepared: RankedBarsPlan,
    readonly bar: BarAt,
  ) {
    const { chart, fonts, names, measure } = prepared;
    const { bars: style, pictures, labels } = chart.dress;
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
    const namePx = this.lying ? (name?.widthPx ?? 0) : lines * (name ? name.font.sizePx * 1.16 : 0);
    const nameAcross = this.lying
      ? (lines > 1 ? 2.1 / (ASCENT + DESCENT) : 1) * (name ? linePx(name.font) : 0)
      : (name?.widthPx ?? 0);
    const letters = pictures.shown && this.hasPicture() ? prepared.fonts.monogram.sizePx * (this.lying ? 1 : 1.8) : 0;
    this.acrossPx = Math.max(nameAcross, letters, this.lying ? linePx(fonts.value) : this.valueWidthPx) * 1.02;
    this.places = placeLabels({
      barPx: Math.abs(bar.to - bar.from),
      namePx: style.names === 'inside' ? namePx : 0,
      valuePx: this.valueText === '' ? 0 : this.lying ? this.valueWidthPx : linePx(fonts.value),
      picturePx: prepared.picturePx * this.aspect(),
      gapPx: fonts.value.sizePx * 0.4,
      nameInside: style.names === 'inside',
      valueInside: style.values === 'inside',
      picture: pictures.shown && pictures.at !== 'beside' && this.hasPicture() ? pictures.at : 'none',
    });
  }

  private get picturePx(): number {
    return this.prepared.picturePx;
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
    const { chart, thickPx, frame } = this.prepared;
    const { bars: style } = chart.dress;
    const { bar } = this;
    const low = Math.min(bar.from, bar.to);
    const lengthPx = Math.abs(bar.to - bar.from);
    const across = this.middle - thickPx / 2;
    const box = this.lying
      ? { x: low, y: across, widthPx: lengthPx, heightPx: thickPx }
      : { x: across, y: low, widthPx: thickPx, heightPx: lengthPx };
    const { from, to, colour, opacity } = bar;
    const shape = { id: `bar:${bar.category}`, subject: this.subject('mark'), box, lying: this.lying };
    pushBarShape(nodes, { ...shape, from, to, colour, opacity }, style, frame);
  }

  /** Adds name, picture and value to a list. */
  pushLabels(nodes: SceneNode[], strength: number): void {
    if (this.picturePx > 0) this.pushPicture(nodes, this.bar.opacity, strength);
    const opacity = this.bar.opacity * strength;
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
    const { bars: style, labels } = chart.dress;
    const name = names[this.bar.series];
    if (!name) return;
    const { font, lines } = name;
    const inside = style.names === 'inside';
    const linePx = font.sizePx * 1.16;
    const share = inside ? this.places.nameInside : 0;
    const fill = share > 0 ? mixColours(ink.name, inkOn(this.bar.colour), share) : ink.name;
    const subject = this.subject('name');
    for (let i = 0; i < lines.length; i++) {
      const id = `name:${this.bar.category}:${i}`;
      let [x, y, align]: [number, number, TextNode['align']] = [nameAt, 0, 'end'];
      if (this.lying) {
        y = this.middle + font.sizePx * 0.35 + (i - (lines.length - 1) / 2) * linePx;
        if (inside) [x, align] = [this.alongOf(this.places.name, name.widthPx), 'start'];
      } else {
        const top = inside ? this.alongOf(this.places.name, lines.length * linePx) : nameAt;
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
    const font = fonts.value;
    const share = this.places.valueInside;
    const fill = share > 0 ? mixColours(ink.value, inkOn(this.bar.colour), share) : ink.value;
    const linePx = font.sizePx * (ASCENT + DESCENT);
    const x = this.lying ? this.alongOf(this.places.value, this.valueWidthPx) : this.middle;
    const y = this.lying
      ? this.middle + font.sizePx * 0.35
      : this.alongOf(this.places.value, linePx) + font.sizePx * ASCENT;
    const align = this.lying ? 'start' : 'middle';
    const id = `value:${this.bar.category}`;
    const [subject, text] = [this.subject('value'), this.valueText];
    const node = labelNode({ id, subject, text, x, y, font, fill, align, opacity, tabular: true });
    pushWithShadow(nodes, node, chart.dress.labels.value.shadow);
  }

  private pushPicture(nodes: SceneNode[], opacity: number, strength: number): void {
    const { chart, pictures, picturePx, pictureAt, fonts, categoryNames } = this.prepared;
    const { pictures: style } = chart.dress;
    if (!this.hasPicture() || opacity <= 0) return;
    const ref = pictures[this.bar.series] ?? null;
    const alongPx = picturePx * (this.lying ? this.aspect() : 1);
    const acrossPx = picturePx * (this.lying ? 1 : this.aspect());
    const along =
      style.at === 'beside'
        ? this.lying
          ? pictureAt - alongPx
          : pictureAt
        : this.alongOf(this.places.picture, alongPx);
    const across = this.middle - acrossPx / 2;
    const box = this.lying
      ? { x: along, y: across, widthPx: alongPx, heightPx: acrossPx }
      : { x: across, y: along, widthPx: acrossPx, heightPx: alongPx };
    const id = `picture:${this.bar.category}`;
    const subject = this.subject('picture');
    const radiusPx = style.shape === 'round' ? picturePx / 2 : style.shape === 'square' ? picturePx * 0.12 : 0;
    if (ref) {
      const crop = style.shape === 'plain' ? {} : { crop: squareOf(ref.aspect) };
      nodes.push({
        kind: 'image',
        id,
        subject,
        ...box,
        imageId: ref.imageId,
        opacity,
        ...crop,
        ...(radiusPx > 0 ? { radiusPx } : {}),
      });
      return;
    }
    const disc = mixColours(this.bar.colour, '#FFFFFF', 0.78);
    const text = monogramOf(categoryNames[this.bar.series] ?? '');
    nodes.push({
      kind: 'rect',
      id,
      subject,
      ...box,
      radiusPx: radiusPx || this.picturePx * 0.12,
      fill: disc,
      opacity,
    });
    const font = fonts.monogram;
    const [middle, baseline] = [box.x + box.widthPx / 2, box.y + box.heightPx / 2 + font.sizePx * 0.35];
    nodes.push(
      labelNode({
        id: `${id}:letters`,
        subject,
        text,
        x: middle,
        y: baseline,
        font,
        fill: inkOn(disc),
        align: 'middle',
        opacity: opacity * strength,
        tabular: false,
      }),
    );
  }
}

/** The square in the middle of a picture, in shares of it. */
function squareOf(aspect: number) {
  return aspect >= 1
    ? { x: (1 - 1 / aspect) / 2, y: 0, width: 1 / aspect, height: 1 }
    : { x: 0, y: (1 - aspect) / 2, width: 1, height: aspect };
}

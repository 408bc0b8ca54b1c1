import { parseCssFont } from '@/core/scene/css-font';
import type { Surface, SurfaceGradient, SurfaceImage } from '@/core/scene/surface';
import type { PdfBook, PdfGradient } from './pdf-book';
import { hexText, type Matrix, multiply, pdfNumber as n, pdfColour } from './pdf-text';
import { showGlyphs } from './show-glyphs';

/** How far a quarter of a circle's handles reach, in radii. */
const HANDLE = 0.5522847498;
const JOINS = { miter: 0, round: 1, bevel: 2 } as const;
const CAPS = { butt: 0, round: 1, square: 2 } as const;

/** A gradient that collects its colours. */
class Gradient implements SurfaceGradient {
  private readonly stops: { readonly at: number; readonly colour: string }[] = [];

  constructor(readonly coords: readonly number[]) {}

  addColorStop(at: number, colour: string): void {
    this.stops.push({ at, colour });
  }

  ends(): PdfGradient {
    const [from = '#000000', to = from] = this.stops.sort((a, b) => a.at - b.at).map(({ colour }) => colour);
    return { coords: this.coords, from, to };
  }
}

/** What is kept while something is drawn apart. */
const keptKeys = [
  'matrix',
  'globalAlpha',
  'fillStyle',
  'strokeStyle',
  'lineWidth',
  'lineJoin',
  'lineCap',
  'miterLimit',
  'font',
  'letterSpacing',
  'dash',
] as const;
type Kept = Pick<PdfSurface, (typeof keptKeys)[number]>;

/** Writes what is drawn on it as the operators of a PDF's page. Source: ISO 32000-1, 8 and 9. */
export class PdfSurface implements Surface {
  globalAlpha = 1;
  fillStyle: unknown = '#000000';
  strokeStyle: unknown = '#000000';
  lineWidth = 1;
  lineJoin: Surface['lineJoin'] = 'miter';
  lineCap: Surface['lineCap'] = 'butt';
  miterLimit = 10;
  font = '';
  letterSpacing = '0px';
  dash: readonly number[] = [];
  /** From what is drawn to where the content starts. */
  matrix: Matrix = [1, 0, 0, 1, 0, 0];
  private readonly parts: string[] = [];
  private readonly kept: Kept[] = [];
  private path: string[] = [];
  private x = 0;
  private y = 0;

  /** @param matrix From what is drawn to where the content starts; it is written in front. */
  constructor(
    private readonly book: PdfBook,
    matrix: Matrix,
  ) {
    this.transform(matrix);
  }

  /** All that was drawn. */
  content(): string {
    return this.parts.join('\n');
  }

  save(): void {
    this.kept.push(Object.fromEntries(keptKeys.map((key) => [key, this[key]])) as unknown as Kept);
    this.write('q');
  }

  restore(): void {
    const kept = this.kept.pop();
    if (!kept) return;
    Object.assign(this, kept);
    this.write('Q');
  }

  translate(x: number, y: number): void {
    this.transform([1, 0, 0, 1, x, y]);
  }

  rotate(rad: number): void {
    const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
    this.transform([cos, sin, -sin, cos, 0, 0]);
  }

  beginPath(): void {
    this.path = [];
  }

  closePath(): void {
    if (this.path.length > 0) this.path.push('h');
  }

  moveTo(x: number, y: number): void {
    this.add('m', x, y);
  }

  lineTo(x: number, y: number): void {
    this.add(this.path.length === 0 ? 'm' : 'l', x, y);
  }

  /** PDF has cubic curves alone. */
  quadraticCurveTo(x1: number, y1: number, x: number, y: number): void {
    const [x0, y0] = [this.x, this.y];
    const third = (from: number, to: number) => from + (2 / 3) * (to - from);
    this.bezierCurveTo(third(x0, x1), third(y0, y1), third(x, x1), third(y, y1), x, y);
  }

  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.add('c', x1, y1, x2, y2, x, y);
  }

  rect(x: number, y: number, width: number, height: number): void {
    if ([x, y, width, height].every(Number.isFinite)) this.path.push(`${line(x, y, width, height)} re`);
  }

  roundRect(x: number, y: number, width: number, height: number, radius: number): void {
    const [right, bottom, bend] = [x + width, y + height, radius * (1 - HANDLE)];
    this.moveTo(x + radius, y);
    this.lineTo(right - radius, y);
    this.bezierCurveTo(right - bend, y, right, y + bend, right, y + radius);
    this.lineTo(right, bottom - radius);
    this.bezierCurveTo(right, bottom - bend, right - bend, bottom, right - radius, bottom);
    this.lineTo(x + radius, bottom);
    this.bezierCurveTo(x + bend, bottom, x, bottom - bend, x, bottom - radius);
    this.lineTo(x, y + radius);
    this.bezierCurveTo(x, y + bend, x + bend, y, x + radius, y);
    this.closePath();
  }

  clip(): void {
    this.write(...(this.path.length > 0 ? this.path : ['0 0 0 0 re']), 'W n');
  }

  fill(): void {
    if (this.path.length === 0) return;
    this.write(this.alpha(), this.paint(this.fillStyle, false), ...this.path, 'f');
  }

  stroke(): void {
    if (this.path.length === 0) return;
    const { lineWidth, lineJoin, lineCap, miterLimit, dash, strokeStyle } = this;
    this.write(
      this.alpha(),
      this.paint(strokeStyle, true),
      `${n(lineWidth)} w ${JOINS[lineJoin]} j ${CAPS[lineCap]} J ${n(miterLimit)} M [${line(...dash)}] 0 d`,
      ...this.path,
      'S',
    );
  }

  setLineDash(lengths: number[]): void {
    this.dash = lengths;
  }

  createLinearGradient(x0: number, y0: number, x1: number, y1: number): SurfaceGradient {
    return new Gradient([x0, y0, x1, y1]);
  }

  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): SurfaceGradient {
    return new Gradient([x0, y0, r0, x1, y1, r1]);
  }

  drawImage(
    image: unknown,
    sx: number,
    sy: number,
    sWidth: number,
    sHeight: number,
    dx: number,
    dy: number,
    dWidth: number,
    dHeight: number,
  ): void {
    const picture = image as SurfaceImage;
    const [width, height] = [(dWidth / sWidth) * picture.width, (dHeight / sHeight) * picture.height];
    const [left, top] = [dx - (sx / picture.width) * width, dy - (sy / picture.height) * height];
    this.write(
      'q',
      this.alpha(),
      `${line(dx, dy, dWidth, dHeight)} re W n`,
      `${line(width, 0, 0, -height, left, top + height)} cm /${this.book.picture(picture)} Do`,
      'Q',
    );
  }

  /** Draws a group that shows through as a whole, with the surface's opacity. */
  drawGroup(name: string): void {
    this.write('q', this.alpha(), `/${name} Do`, 'Q');
  }

  /** Draws something that says a text together, for those who search or copy it. */
  saying(text: string, draw: () => void): void {
    this.write(`/Span << /ActualText <FEFF${hexText(text)}> >> BDC`);
    draw();
    this.write('EMC');
  }

  fillText(text: string, x: number, y: number): void {
    const font = parseCssFont(this.font);
    const spacingPx = Number.parseFloat(this.letterSpacing) || 0;
    const { fonts, paintLetters } = this.book.setting;
    const spaced = { ...font, spacing: spacingPx / font.sizePx };
    let pen = x;
    for (const { text: own, face, glyphs } of fonts.set(text, spaced)) {
      if (face) {
        const setFont = this.book.font(face);
        setFont.use(own, glyphs);
        const { rows, advancePx } = showGlyphs(setFont, glyphs, { ...font, spacingPx }, pen, y);
        this.write(this.alpha(), this.paint(this.fillStyle, false), ...rows);
        pen += advancePx;
      } else {
        const { image, advancePx, box } = paintLetters(own, spaced, String(this.fillStyle));
        this.drawImage(image, 0, 0, image.width, image.height, pen + box.x, y + box.y, box.widthPx, box.heightPx);
        this.write(...this.book.hide(own, { x: pen, y, widthPx: advancePx, sizePx: font.sizePx }));
        pen += advancePx;
      }
    }
  }

  private transform(matrix: Matrix): void {
    this.matrix = multiply(this.matrix, matrix);
    this.write(`${line(...matrix)} cm`);
  }

  private add(operator: string, ...numbers: number[]): void {
    if (!numbers.every(Number.isFinite)) return;
    [this.x, this.y] = numbers.slice(-2) as [number, number];
    this.path.push(`${line(...numbers)} ${operator}`);
  }

  private alpha(): string {
    return `/${this.book.opacity(this.globalAlpha)} gs`;
  }

  private paint(style: unknown, stroke: boolean): string {
    if (style instanceof Gradient) {
      const name = this.book.gradient(style.ends(), this.matrix);
      return stroke ? `/Pattern CS /${name} SCN` : `/Pattern cs /${name} scn`;
    }
    return `${line(...pdfColour(String(style)))} ${stroke ? 'RG' : 'rg'}`;
  }

  private write(...operators: string[]): void {
    this.parts.push(...operators);
  }
}

const line = (...numbers: number[]): string => numbers.map(n).join(' ');

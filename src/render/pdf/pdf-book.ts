import { type PDFDict, PDFDocument, type PDFRef } from 'pdf-lib';
import type { SurfaceImage } from '@/core/scene/surface';
import type { Font } from '@/core/scene/text-fit';
import { HiddenText } from './hidden-text';
import { PdfFont } from './pdf-font';
import { type Matrix, pdfColour } from './pdf-text';
import type { Subsetter } from './subsetter';
import type { TypeCase } from './type-case';
import type { Typeface } from './typeface';

/** A picture as a PDF takes it: a JPEG file as it is, or rows of red, green, blue and opacity from the top. */
export type PdfPicture =
  | { readonly kind: 'jpeg'; readonly bytes: Uint8Array }
  | { readonly kind: 'pixels'; readonly rgba: Uint8ClampedArray };

/** Letters painted as a picture, for scripts that no font at hand has. */
export interface PaintedLetters {
  readonly image: SurfaceImage;
  /** How far the next letters stand from here, in stage pixels. */
  readonly advancePx: number;
  /** The picture's box from where the letters stand, in stage pixels. */
  readonly box: { readonly x: number; readonly y: number; readonly widthPx: number; readonly heightPx: number };
}

/** What a book needs of the place in which it is made. */
export interface PdfSetting {
  readonly fonts: TypeCase;
  readonly subsetter: Subsetter;
  readonly pictureOf: (image: SurfaceImage) => Promise<PdfPicture>;
  readonly paintLetters: (text: string, font: Font, colour: string) => PaintedLetters;
}

/** Points of PDF for a pixel of CSS. */
export const POINTS_PER_PX = 0.75;

/** A run of one colour into another, in the coordinates that it was made in. */
export interface PdfGradient {
  readonly coords: readonly number[];
  readonly from: string;
  readonly to: string;
}

/** A PDF in the making: its pages, and what they share. */
export class PdfBook {
  private readonly fonts = new Map<Typeface, PdfFont>();
  private readonly pictures = new Map<SurfaceImage, { readonly name: string; readonly ref: PDFRef }>();
  private readonly hidden = new HiddenText();
  private readonly hiddenFonts: { readonly name: string; readonly ref: PDFRef }[] = [];
  private readonly opacities = new Map<number, string>();
  private readonly shared: Record<'Font' | 'XObject' | 'ExtGState' | 'Pattern', Record<string, PDFRef>> = {
    Font: {},
    XObject: {},
    ExtGState: {},
    Pattern: {},
  };
  private readonly resources: PDFRef;
  private count = 0;

  private constructor(
    private readonly file: PDFDocument,
    readonly setting: PdfSetting,
  ) {
    this.resources = file.context.nextRef();
  }

  static async start(title: string, setting: PdfSetting): Promise<PdfBook> {
    const file = await PDFDocument.create();
    file.setTitle(title);
    file.setCreator('Plucky Tempo');
    return new PdfBook(file, setting);
  }

  /** The font that sets a typeface's glyphs. */
  font(face: Typeface): PdfFont {
    const known = this.fonts.get(face);
    if (known) return known;
    const font = new PdfFont(this.name('F'), this.file.context.nextRef(), face);
    this.fonts.set(face, font);
    this.shared.Font[font.name] = font.ref;
    return font;
  }

  /** Operators that lay a text over its picture, not seen but found. */
  hide(text: string, at: Parameters<HiddenText['lay']>[2]): string[] {
    const nameOf = (font: number) => {
      const known = this.hiddenFonts[font] ?? { name: this.name('H'), ref: this.file.context.nextRef() };
      this.hiddenFonts[font] = known;
      this.shared.Font[known.name] = known.ref;
      return known.name;
    };
    return this.hidden.lay(this.setting.fonts.letters(text), nameOf, at);
  }

  /** What a picture is called by; it is written once, however often it is shown. */
  picture(image: SurfaceImage): string {
    const known = this.pictures.get(image);
    if (known) return known.name;
    const picture = { name: this.name('I'), ref: this.file.context.nextRef() };
    this.pictures.set(image, picture);
    this.shared.XObject[picture.name] = picture.ref;
    return picture.name;
  }

  /** What an opacity is called by. @param opacity In [0, 1]. */
  opacity(opacity: number): string {
    const rounded = Math.round(opacity * 1000) / 1000;
    const known = this.opacities.get(rounded);
    if (known) return known;
    const name = this.share('ExtGState', 'O', this.file.context.obj({ ca: rounded, CA: rounded }));
    this.opacities.set(rounded, name);
    return name;
  }

  /** What a gradient is called by. @param matrix From its coordinates to those at the start of the page or group. */
  gradient({ coords, from, to }: PdfGradient, matrix: Matrix): string {
    const run = { FunctionType: 2, Domain: [0, 1], C0: [...pdfColour(from)], C1: [...pdfColour(to)], N: 1 };
    const shading = {
      ShadingType: coords.length === 4 ? 2 : 3,
      ColorSpace: 'DeviceRGB',
      Coords: [...coords],
      Extend: [true, true],
      Function: run,
    };
    const pattern = { Type: 'Pattern', PatternType: 2, Matrix: [...matrix], Shading: shading };
    return this.share('Pattern', 'P', this.file.context.obj(pattern));
  }

  /** What a group is called by that shows through as a whole. @param reachPx How far it may reach to all sides. */
  group(content: string, reachPx: number): string {
    const name = this.name('G');
    this.shared.XObject[name] = this.file.context.register(
      this.file.context.flateStream(content, {
        Type: 'XObject',
        Subtype: 'Form',
        BBox: [-reachPx, -reachPx, reachPx, reachPx],
        Group: { Type: 'Group', S: 'Transparency', CS: 'DeviceRGB' },
        Resources: this.resources,
      }),
    );
    return name;
  }

  /** Adds a page. @param content Its operators, in points from the bottom left. */
  page(widthPx: number, heightPx: number, content: string): void {
    const { context } = this.file;
    const { node } = this.file.addPage([widthPx * POINTS_PER_PX, heightPx * POINTS_PER_PX]);
    for (const [key, value] of Object.entries({
      Resources: this.resources,
      Contents: context.register(context.flateStream(content)),
      Group: context.obj({ Type: 'Group', S: 'Transparency', CS: 'DeviceRGB' }),
    }))
      node.set(context.obj(key), value);
  }

  /** Writes what pages share, and the file. @throws Error if a font cannot be cut or a picture not be read. */
  async finish(): Promise<Uint8Array<ArrayBuffer>> {
    const { context } = this.file;
    for (const font of this.fonts.values()) font.embed(context, this.setting.subsetter);
    for (const [i, { ref }] of this.hiddenFonts.entries()) this.hidden.embed(context, ref, i);
    for (const [image, { ref }] of this.pictures) this.writePicture(ref, image, await this.setting.pictureOf(image));
    context.assign(this.resources, context.obj(this.shared));
    return (await this.file.save()) as Uint8Array<ArrayBuffer>;
  }

  private writePicture(ref: PDFRef, { width, height }: SurfaceImage, picture: PdfPicture): void {
    const { context } = this.file;
    const form = { Type: 'XObject', Subtype: 'Image', Width: width, Height: height, BitsPerComponent: 8 };
    if (picture.kind === 'jpeg') {
      context.assign(ref, context.stream(picture.bytes, { ...form, ColorSpace: 'DeviceRGB', Filter: 'DCTDecode' }));
      return;
    }
    const { rgba } = picture;
    const [colours, opacities] = [new Uint8Array(width * height * 3), new Uint8Array(width * height)];
    for (let i = 0; i < opacities.length; i++) {
      colours.set(rgba.subarray(4 * i, 4 * i + 3), 3 * i);
      opacities[i] = rgba[4 * i + 3] ?? 255;
    }
    const mask = opacities.every((opacity) => opacity === 255)
      ? {}
      : { SMask: context.register(context.flateStream(opacities, { ...form, ColorSpace: 'DeviceGray' })) };
    context.assign(ref, context.flateStream(colours, { ...form, ColorSpace: 'DeviceRGB', ...mask }));
  }

  private share(kind: 'ExtGState' | 'Pattern', letter: string, object: PDFDict): string {
    const name = this.name(letter);
    this.shared[kind][name] = this.file.context.register(object);
    return name;
  }

  private name(letter: string): string {
    return `${letter}${++this.count}`;
  }
}

import { readFileSync } from 'node:fs';
import {
  decodePDFRawStream,
  type PDFArray,
  PDFDict,
  PDFDocument,
  PDFName,
  type PDFNumber,
  type PDFObject,
  PDFRawStream,
  type PDFRef,
} from 'pdf-lib';
import { fontFilesFor, standIns } from '../fonts';
import { Subsetter } from '../pdf/subsetter';
import { TypeCase } from '../pdf/type-case';

/** The file of a shipped font. */
export const shippedBytes = (file: string) => {
  const slug = file.replace(
    /-(latin|latin-ext|vietnamese|cyrillic|cyrillic-ext|greek|devanagari|arabic|hebrew)-wght.*/,
    '',
  );
  return new Uint8Array(readFileSync(`node_modules/@fontsource-variable/${slug}/files/${file}`));
};

/** The shipped fonts that a text needs. */
export async function caseFor(text: string, families: readonly string[] = ['Archivo']): Promise<TypeCase> {
  const letters = new Set([...text].map((letter) => letter.codePointAt(0) ?? 0));
  const files = fontFilesFor(families, letters);
  return TypeCase.open(
    files.map(({ family, file, ranges }) => ({ family, ranges, bytes: shippedBytes(file) })),
    standIns,
  );
}

/** What cuts fonts down. */
export const openTestSubsetter = () =>
  Subsetter.open(readFileSync('node_modules/harfbuzzjs/dist/harfbuzz-subset.wasm'));

/** What a finished PDF holds. */
export interface ReadPdf {
  readonly title: string | undefined;
  readonly pages: readonly {
    readonly widthPt: number;
    readonly heightPt: number;
    /** Operators, and what their operands are. */
    readonly operators: readonly (readonly [string, readonly string[]])[];
    /** What its glyphs stand for, in the order of drawing. */
    readonly text: string;
  }[];
  /** Names of fonts, and their files. */
  readonly fonts: ReadonlyMap<string, Uint8Array>;
  readonly pictures: readonly { readonly width: number; readonly height: number; readonly filter: string }[];
}

/**
 * Reads a PDF that a test has written.
 *
 * @throws Error where states are not given back, or a name is used that the page does not know.
 */
export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const file = await PDFDocument.load(bytes);
  const { context } = file;
  const look = (object: PDFObject | undefined) => context.lookup(object as PDFRef);
  const textOf = (stream: PDFObject | undefined) => {
    const found = look(stream);
    if (!(found instanceof PDFRawStream)) throw new Error('No stream.');
    return Buffer.from(decodePDFRawStream(found).decode()).toString('latin1');
  };
  const entry = (dict: PDFObject | undefined, ...names: string[]): PDFObject | undefined => {
    let at = look(dict);
    for (const name of names) {
      const held = at instanceof PDFRawStream ? at.dict : at;
      at = held instanceof PDFDict ? look(held.get(PDFName.of(name))) : undefined;
    }
    return at;
  };
  const fonts = new Map<string, Uint8Array>();
  const pictures: ReadPdf['pictures'][number][] = [];
  for (const [, object] of context.enumerateIndirectObjects()) {
    if (entry(object, 'Type') === PDFName.of('FontDescriptor')) {
      const stream = entry(object, 'FontFile2') ?? entry(object, 'FontFile3');
      fonts.set(String(entry(object, 'FontName')), decodePDFRawStream(stream as PDFRawStream).decode());
    }
    if (entry(object, 'Subtype') === PDFName.of('Image'))
      pictures.push({
        width: (entry(object, 'Width') as PDFNumber).asNumber(),
        height: (entry(object, 'Height') as PDFNumber).asNumber(),
        filter: String(entry(object, 'Filter')),
      });
  }
  const meanings = new Map<string, Map<string, string>>();
  const meaningsOf = (resources: PDFObject | undefined, font: string) => {
    const known = meanings.get(font);
    if (known) return known;
    const map = new Map<string, string>();
    for (const [, code = '', units = ''] of textOf(entry(resources, 'Font', font, 'ToUnicode')).matchAll(
      /^<([0-9A-Fa-f]+)> <([0-9A-F]*)>$/gm,
    ))
      map.set(code, String.fromCharCode(...(units.match(/.{4}/g) ?? []).map((unit) => Number.parseInt(unit, 16))));
    meanings.set(font, map);
    return map;
  };
  const run = (
    resources: PDFObject | undefined,
    content: string,
    page: { operators: [string, string[]][]; text: string },
  ) => {
    let [depth, font, operands]: [number, string, string[]] = [0, '', []];
    for (const token of content.match(/<<.*?>>|<[^>]*>|\[[^\]]*\]|[^\s[\]]+/g) ?? []) {
      if (/^[-\d.</[]/.test(token)) {
        operands.push(token);
        continue;
      }
      page.operators.push([token, operands]);
      const kind = { gs: 'ExtGState', scn: 'Pattern', SCN: 'Pattern', Do: 'XObject', Tf: 'Font' }[token];
      const name = (operands[0] ?? '').slice(1);
      if (kind && !entry(resources, kind, name)) throw new Error(`${name} is not known.`);
      depth += token === 'q' ? 1 : token === 'Q' ? -1 : 0;
      if (depth < 0) throw new Error('More is given back than was kept.');
      if (token === 'Tf') font = name;
      if (token === 'TJ' || token === 'Tj')
        for (const [, code = ''] of operands[0]?.matchAll(/<([^>]*)>/g) ?? [])
          page.text += meaningsOf(resources, font).get(code) ?? '';
      if (token === 'Do' && entry(resources, 'XObject', name, 'Subtype') === PDFName.of('Form'))
        run(entry(resources, 'XObject', name, 'Resources'), textOf(entry(resources, 'XObject', name)), page);
      operands = [];
    }
    if (depth !== 0) throw new Error('What was kept is not given back.');
  };
  const pages = file.getPages().map((each) => {
    const page = { operators: [] as [string, string[]][], text: '' };
    run(each.node.Resources(), textOf(each.node.Contents()), page);
    const [, , width, height] = (each.node.MediaBox() as PDFArray).asArray() as PDFNumber[];
    return { ...page, widthPt: width?.asNumber() ?? 0, heightPt: height?.asNumber() ?? 0 };
  });
  return { title: file.getTitle(), pages, fonts, pictures };
}

import { strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { encode } from '../testing/code-page';
import { encodingSamples } from './encoding-samples';

/** “年,町\n1,港町” in Shift-JIS. */
const SHIFT_JIS = Uint8Array.of(0x94, 0x4e, 0x2c, 0x92, 0xac, 0x0a, 0x31, 0x2c, 0x8d, 0x60, 0x92, 0xac);

const read = (bytes: Uint8Array, encoding: string) => {
  const samples = encodingSamples(bytes, encoding);
  return samples.find((each) => each.encoding === encoding)?.text;
};

describe('samples beside the encodings', () => {
  it('show the first words beyond ASCII, each once, as every encoding reads them', () => {
    const bytes = encode('Year,Town\n2001,Łódź;"Kęty" Łódź\n2002,Oyle\n2003,Żory,Ełk\n', 'windows-1250');
    expect(read(bytes, 'windows-1250')).toBe('Łódź Kęty Żory');
    expect(read(bytes, 'windows-1252')).toBe('£ódŸ Kêty ¯ory');
    expect(read(bytes, 'utf-8')).toContain('\ufffd');
  });

  it('keep letters of two bytes whole', () => {
    expect(read(SHIFT_JIS, 'shift_jis')).toBe('年 町 港町');
    expect(read(strToU8('\ufeffYear,Größe'), 'utf-8')).toBe('Größe');
  });

  it('show one that a person cannot choose, where the file is read so', () => {
    expect(read(encode('Ёлка', 'ibm866'), 'ibm866')).toBe('Ёлка');
  });

  it('are none for plain letters, and for two bytes a letter', () => {
    expect(encodingSamples(strToU8('Year,Town\n2001,Oyle'), 'utf-8')).toEqual([]);
    expect(encodingSamples(Uint8Array.of(0xff, 0xfe, 0x41, 0x01), 'utf-16le')).toEqual([]);
    expect(encodingSamples(new Uint8Array(0), 'utf-8')).toEqual([]);
  });
});

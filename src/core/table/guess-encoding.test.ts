import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encode } from '../testing/code-page';
import { decodeText } from './decode-text';

const lists = [
  ['windows-1252', 'Danish', 'Øresund,Rødby,Ærø,Århus,Købing'],
  ['windows-1252', 'French', 'Forêt,Hélice,Châtain,Élan,Garçon,Noël,où'],
  ['windows-1252', 'German', 'Größe,Müller,Änderung,Straße'],
  ['windows-1252', 'Portuguese', 'São,Pões,Câmara,Três,Açúcar,À mão'],
  ['windows-1252', 'a sign alone', '10 €,12 €'],
  ['windows-1252', 'one letter alone', 'Café,10'],
  ['windows-1252', 'quotes', '“Oyle”,Pell’s – 12°'],
  ['windows-1250', 'Polish', 'Łódka,Żagiel,Gęś,Śnieg,Ćma,Źrebię,Mąka'],
  ['windows-1250', 'Czech', 'Příčka,Kůň,Žluť,Řeka,Město,Ďas'],
  ['windows-1250', 'Hungarian', 'Tűző,Hűvös,Erdő,Fürdő,Kőhíd,Gyűrű'],
  ['iso-8859-2', 'Polish', 'Łódka,Żagiel,Gęś,Śnieg,Źrebię,Mąka,Kość'],
  ['windows-1251', 'Russian', 'Берег,Маяк,Река,Остров,Залив'],
  ['koi8-r', 'Russian', 'Берег,Маяк,Река,Остров,Залив'],
  ['ibm866', 'Russian', 'Берег,Маяк,Река,Остров,Залив'],
  ['iso-8859-5', 'Russian', 'Берег,Маяк,Река,Остров,Залив'],
  ['windows-1253', 'Greek', 'Λιμάνι,Νησί,Φάρος,Άμμος'],
  ['windows-1254', 'Turkish', 'Işık,Dağ,Şehir,Yağmur,İskele,Çığ'],
  ['windows-1257', 'Latvian', 'Jūra,Kāpa,Sēne,Mežs,Zīle,Līcis,Ūdens'],
  ['macintosh', 'French', 'Forêt,Hélice,Élan,Garçon,Noël,Près,Été'],
] as const;

describe('encodings', () => {
  it.each(lists)('%s is found in %s', (page, _, text) => {
    const lines = `Year,${text}\n2001,${text.split(',').fill('1').join(',')}\n`;
    const bytes = encode(lines, page);
    expect(decodeText(bytes).text).toBe(lines);
  });

  it('of several bytes a letter are found', () => {
    // “Year, Tokyo, Osaka” and two rows, in the words of those who write so.
    const shiftJis = [
      0x94, 0x4e, 0x2c, 0x93, 0x8c, 0x8b, 0x9e, 0x2c, 0x91, 0xe5, 0x8d, 0xe3, 0x2c, 0x96, 0xbc, 0x8c, 0xc3, 0x89, 0xae,
      0x0a,
    ];
    const bytes = Uint8Array.from([...shiftJis, ...shiftJis, ...shiftJis]);
    expect(decodeText(bytes).text).toContain('年,東京,大阪,名古屋');
  });

  it.each([
    ['gb18030', [0xc4, 0xea, 0x2c, 0xb1, 0xb1, 0xbe, 0xa9, 0x2c, 0xc9, 0xcf, 0xba, 0xa3, 0x0a], '年,北京,上海'],
    ['big5', [0xa6, 0x7e, 0x2c, 0xa5, 0x78, 0xa5, 0x5f, 0x2c, 0xb0, 0xaa, 0xb6, 0xaf, 0x0a], '年,台北,高雄'],
    ['euc-kr', [0xb3, 0xe2, 0x2c, 0xbc, 0xad, 0xbf, 0xef, 0x2c, 0xba, 0xce, 0xbb, 0xea, 0x0a], '년,서울,부산'],
    ['euc-jp', [0xc7, 0xaf, 0x2c, 0xa5, 0xd0, 0xa5, 0xb9, 0x2c, 0xc5, 0xec, 0xb5, 0xfe, 0x0a], '年,バス,東京'],
  ] as const)('%s is told from the others of its kind', (_, line, text) => {
    expect(decodeText(Uint8Array.from([...line, ...line, ...line])).text).toContain(text);
  });

  it('of four bytes a letter are read by their mark', () => {
    const text = 'Year,Oyle 😀\n2001,1';
    for (const little of [true, false]) {
      const codes = [0xfeff, ...[...text].map((letter) => letter.codePointAt(0) ?? 0)];
      const bytes = new Uint8Array(codes.length * 4);
      for (const [i, code] of codes.entries()) new DataView(bytes.buffer).setUint32(i * 4, code, little);
      expect(decodeText(bytes)).toEqual({ text, encoding: little ? 'utf-32le' : 'utf-32be' });
    }
  });

  it('that a person chooses are taken, and any bytes are some text', () => {
    expect(decodeText(Uint8Array.of(0x80, 0xe9), 'windows-1252').text).toBe('€é');
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        expect(typeof decodeText(bytes).text).toBe('string');
      }),
    );
  });
});

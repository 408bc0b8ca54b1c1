import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCaptions, writeCaptions } from './caption-files';
import { readColours, writeColoursCsv, writeColoursJson } from './colour-list';
import { LOOK_VERSION } from './look';
import { readLook, writeLook } from './look-file';
import { looks } from './looks';

const text = fc
  .stringMatching(/^[a-zA-Zäß<>&,{}-]{1,20}( [a-z.]{1,8}){0,3}$/)
  .filter((words) => words.trim() !== '' && !/<\/?[a-z]|<\d|-->|\{\\|&(lt|gt|nbsp|lrm|rlm|amp);/i.test(words));

describe('caption files', () => {
  it.each(['srt', 'vtt'] as const)('come back as they were written, to the millisecond: %s', (format) => {
    const cue = fc.record({
      from: fc.integer({ min: 0, max: 7_000_000 }),
      lasts: fc.integer({ min: 1, max: 9000 }),
      text,
    });
    fc.assert(
      fc.property(fc.array(cue, { minLength: 1, maxLength: 8 }), (list) => {
        const cues = list.map(({ from, lasts, text: words }) => ({
          fromSec: from / 1000,
          toSec: (from + lasts) / 1000,
          text: words.trim(),
        }));
        const outcome = readCaptions(writeCaptions(cues, format));
        expect(outcome.ok && outcome.value).toEqual([...cues].sort((a, b) => a.fromSec - b.fromSec));
      }),
    );
  });

  it('are read as other programs write them', () => {
    const vtt =
      'WEBVTT - talk\n\nNOTE a note\nover two lines\n\nintro\n00:01.500 --> 00:04.000 align:start\n<v Ann>Hello &amp; <b>welcome</b>\nto the isles\n\n01:00:00.000 --> 01:00:02.000\nLate\n';
    const outcome = readCaptions(vtt);
    expect(outcome.ok && outcome.value).toEqual([
      { fromSec: 1.5, toSec: 4, text: 'Hello & welcome\nto the isles' },
      { fromSec: 3600, toSec: 3602, text: 'Late' },
    ]);
    const srt =
      '\uFEFF1\r\n00:00:01,000 --> 00:00:02,5\r\n{\\an8}Up\r\n\r\n2\r\n00:00:xx --> 00:00:04,000\r\nLost\r\n\r\n3\r\n00:00:05,000 --> 00:00:04,000\r\nBackwards\r\n';
    const second = readCaptions(srt);
    expect(second.ok && second.value).toEqual([{ fromSec: 1, toSec: 2.5, text: 'Up' }]);
    expect(second.issues.map(({ row }) => row)).toEqual([6, 10]);
  });

  it('that hold none are refused', () => {
    for (const junk of ['', 'hello', 'WEBVTT\n\n', '{"a":1}']) expect(readCaptions(junk).ok).toBe(false);
  });

  it('never break the reader', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary' }),
        (junk) => typeof readCaptions(`00:00:01,000 --> ${junk}`).ok === 'boolean',
      ),
    );
  });
});

describe('colour lists', () => {
  const colours = [
    { category: 'Old Tern', colour: '#c8401b' },
    { category: '=Sum, of "all"', colour: '#0b6b5d' },
    { category: '__proto__', colour: '#123456' },
  ];

  it('come back from JSON and CSV', () => {
    const names = (outcome: ReturnType<typeof readColours>) => outcome.ok && outcome.value;
    expect(names(readColours(writeColoursCsv(colours)))).toEqual(colours);
    expect(names(readColours(writeColoursJson(colours.slice(0, 2))))).toEqual(colours.slice(0, 2));
    expect(writeColoursCsv(colours)).not.toMatch(/^"?=/m);
  });

  it('name what is no colour, with its row', () => {
    const outcome = readColours('category,colour\nA,#fff\nB,blue\nC,12');
    expect(outcome.ok && outcome.value).toEqual([{ category: 'A', colour: '#ffffff' }]);
    expect(outcome.issues.map(({ row, raw }) => [row, raw])).toEqual([
      [3, 'blue'],
      [4, '12'],
    ]);
  });

  it.each(['', '{', '[]', 'a;b', '{"a": 5}'])('refuse %j', (junk) => expect(readColours(junk).ok).toBe(false));
});

describe('looks', () => {
  it('are at least eight, of different names, and come back from their files', () => {
    expect(new Set(looks.map(({ name }) => name)).size).toBeGreaterThanOrEqual(8);
    for (const look of looks) expect(readLook(writeLook(look))).toEqual({ ok: true, value: look, issues: [] });
  });

  it('that were saved before lines had a look of their own are brought up to date', () => {
    const now = looks[0] as (typeof looks)[number];
    const { lines, ...dress } = now.dress;
    const outcome = readLook(JSON.stringify({ ...now, version: 1, dress }));
    expect(outcome).toEqual({ ok: true, value: now, issues: [] });
    expect(lines.width).toBeGreaterThan(0);
  });

  it('are refused with the place of the fault', () => {
    const bad = JSON.parse(writeLook(looks[0] as (typeof looks)[number]));
    bad.dress.bars.thickness = 7;
    expect(readLook(JSON.stringify(bad)).issues[0]?.raw).toBe('dress.bars.thickness');
    expect(readLook('{').issues[0]?.code).toBe('broken-json');
    expect(readLook('{}').issues[0]?.code).toBe('not-a-look');
    expect(readLook(JSON.stringify({ ...bad, version: LOOK_VERSION + 1 })).issues[0]?.code).toBe('newer-version');
  });
});

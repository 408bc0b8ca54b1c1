import { type Issue, type Outcome, shorten } from '../table/issue';

/** A text and its time, as subtitle files have them. */
export interface Cue {
  readonly fromSec: number;
  readonly toSec: number;
  /** Lines are parted by line breaks. */
  readonly text: string;
}

export type CaptionFormat = 'srt' | 'vtt';

function stamp(sec: number, mark: ',' | '.'): string {
  const ms = Math.max(0, Math.round(sec * 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const [h, m, s] = [Math.floor(ms / 3_600_000), Math.floor(ms / 60_000) % 60, Math.floor(ms / 1000) % 60];
  return `${two(h)}:${two(m)}:${two(s)}${mark}${String(ms % 1000).padStart(3, '0')}`;
}

/** Blank lines would end a cue, and an arrow would be read as a time. */
function safe(text: string): string {
  return text
    .replace(/\r\n?/g, '\n')
    .replace(/\n\s*\n/g, '\n')
    .replaceAll('-->', '\u2192')
    .trim();
}

/** Captions as SubRip or WebVTT, in order of time. */
export function writeCaptions(cues: readonly Cue[], format: CaptionFormat): string {
  const ordered = [...cues].sort((a, b) => a.fromSec - b.fromSec);
  const mark = format === 'srt' ? ',' : '.';
  const blocks = ordered.map(({ fromSec, toSec, text }, i) => {
    const words =
      format === 'vtt'
        ? safe(text).replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
        : safe(text);
    return `${i + 1}\n${stamp(fromSec, mark)} --> ${stamp(toSec, mark)}\n${words}\n`;
  });
  return `${format === 'vtt' ? 'WEBVTT\n\n' : ''}${blocks.join('\n')}`;
}

const timing = /^\s*(?:(\d+):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})\s*-->\s*(?:(\d+):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})/;
const entities: Readonly<Record<string, string>> = {
  '&lt;': '<',
  '&gt;': '>',
  '&nbsp;': '\u00a0',
  '&lrm;': '',
  '&rlm;': '',
  '&amp;': '&',
};

/** Text without the marks for style, which captions here take from the look. */
function plain(text: string): string {
  return text
    .replace(/<\/?[a-z][^>]*>|<\d[\d:.]*>/gi, '')
    .replace(/\{\\[^}]*\}/g, '')
    .replace(/&(lt|gt|nbsp|lrm|rlm|amp);/g, (entity) => entities[entity] ?? entity);
}

/**
 * Reads SubRip or WebVTT. Cues that cannot be read are left out and listed with their line; notes, styles and regions of
 * WebVTT are passed over.
 *
 * Source: W3C WebVTT; SubRip has no standard and is read generously.
 */
export function readCaptions(text: string): Outcome<Cue[]> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const cues: Cue[] = [];
  const issues: Issue[] = [];
  const fault = (row: number, raw: string, message: string) =>
    issues.push({ code: 'unreadable-cue', severity: 'warning', row, raw: shorten(raw), message });
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i] ?? '';
    if (!line.includes('-->')) continue;
    const words: string[] = [];
    const at = i;
    while (i + 1 < lines.length && (lines[i + 1] ?? '').trim() !== '' && !(lines[i + 1] ?? '').includes('-->'))
      words.push(lines[++i] ?? '');
    const match = timing.exec(line);
    if (!match) {
      fault(at + 1, line, `Line ${at + 1} should be a time such as 00:00:01,000 --> 00:00:04,000.`);
      continue;
    }
    // In whole milliseconds, so that times come back as they were written.
    const sec = (h: number) => {
      const [hours = 0, minutes = 0, seconds = 0] = [match[h] ?? 0, match[h + 1], match[h + 2]].map(Number);
      return ((hours * 60 + minutes) * 60_000 + seconds * 1000 + Number((match[h + 3] ?? '').padEnd(3, '0'))) / 1000;
    };
    const [fromSec, toSec] = [sec(1), sec(5)];
    if (toSec <= fromSec)
      fault(at + 1, line, `The caption on line ${at + 1} ends before it begins, so it is left out.`);
    else cues.push({ fromSec, toSec, text: plain(words.join('\n')).trim() });
  }
  if (cues.length > 0) return { ok: true, value: cues, issues };
  const message = 'No caption could be read. The file should be SubRip (.srt) or WebVTT (.vtt).';
  return { ok: false, issues: [{ code: 'no-captions', severity: 'error', message }, ...issues] };
}

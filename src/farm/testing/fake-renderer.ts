import { readFile, writeFile } from 'node:fs/promises';
import type { FilmSpan } from '@/core/film/cut-film';
import type { FarmVersion } from '../version';
import type { FarmRenderer, FilmAtHand, RenderWatch } from '../worker/renderer';

/** What a span is turned into, instead of pictures. */
export const spanText = ({ project }: Pick<FilmAtHand, 'project'>, { from, to }: FilmSpan) =>
  `${project.film.stage.widthPx}:${from}-${to};`;

/** Writes words instead of films, and does what a test wants on the way. */
export class FakeRenderer implements FarmRenderer {
  /** What was made, in order. */
  readonly made: string[] = [];
  closed = false;

  constructor(
    readonly version: FarmVersion,
    private readonly onSpan: (text: string, watch: RenderWatch) => Promise<void> = async () => undefined,
  ) {}

  async span(film: FilmAtHand, _form: unknown, span: FilmSpan, to: string, watch: RenderWatch): Promise<void> {
    const text = spanText(film, span);
    await this.onSpan(text, watch);
    watch.onFrames(span.to - span.from);
    this.made.push(text);
    await writeFile(to, text);
  }

  async sound(_film: FilmAtHand, to: string): Promise<void> {
    this.made.push('sound');
    await writeFile(to, 'sound');
  }

  async join(files: readonly string[], sound: string | null, _film: unknown, to: string): Promise<number> {
    const texts = await Promise.all(files.map((file) => readFile(file, 'utf8')));
    const heard = sound === null ? '' : await readFile(sound, 'utf8');
    await writeFile(to, texts.join('') + heard);
    return texts.reduce((sum, text) => {
      const [, from = 0, end = 0] = /:(\d+)-(\d+)/.exec(text) ?? [];
      return sum + Number(end) - Number(from);
    }, 0);
  }

  async close(): Promise<void> {
    this.closed = true;
  }
}

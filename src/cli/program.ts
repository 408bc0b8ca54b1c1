import path from 'node:path';
import { Command, CommanderError } from 'commander';
import { combines } from '@/core/shaping/combine';
import type { FoundBeats } from '@/core/sound/beats/find-beats';
import type { Issue } from '@/core/table/issue';
import { FarmError } from '@/farm/farm-error';
import { addFarm } from './farm/commands';
import { type FramesOptions, frames } from './frames';
import { inspect, inspectWords } from './inspect';
import { controlPaths, listed, lists, pathLine } from './lists';
import { type PrepareOptions, prepare, writeWhole } from './prepare';
import { issueLine, Refusal } from './refusal';
import type { RenderOptions } from './render';

const program = new Command('tempo')
  .description('Reads tables, shapes them, and writes what an animated chart is made from.')
  .exitOverride()
  .configureOutput({ writeErr: (text) => process.stderr.write(text) });

program
  .command('inspect')
  .description('says how a table is understood')
  .argument('<file>', 'a table: delimited text, a workbook or JSON')
  .option('--sheet <name>', 'the sheet of a workbook', '')
  .option('--json', 'as JSON')
  .exitOverride()
  .action(async (file: string, options: { sheet: string; json?: boolean }) => {
    const found = await inspect(file, options.sheet);
    process.stdout.write(options.json ? `${JSON.stringify(found, null, 2)}\n` : inspectWords(found));
    // What was understood is said in any case; the status says whether a film can come of it.
    if (found.period.count === 0) process.exitCode = 2;
  });

/** An option that may be given several times. */
const several = (value: string, all: string[] = []) => [...all, value];

/** Options that say how a table becomes values, shared by all commands that shape one. */
function withMapping(command: Command): Command {
  return command
    .option('--sheet <name>', 'the sheet of a workbook')
    .option('--steps <file>', 'preparation steps that were saved in Shape')
    .option('--period <column>', 'the column of the periods')
    .option('--category <column>', 'the column of the categories')
    .option('--value <column>', 'the column of the values')
    .option('--second <column>', 'a second value: a column, a measure of a wide table, or a joined table')
    .option('--third <column>', 'a third value')
    .option(
      '--join <file>',
      'a table whose values are further ones, by name and period; may be given several times',
      several,
    )
    .option('--panes <column>', 'shows the groups of a column side by side in one film')
    .option('--combine <how>', `how repeated rows become one: ${combines.join(', ')}`)
    .option('--where <column=value>', 'keeps only these rows; may be given several times', several);
}

/** Lines that say the same of different rows; more of them tell nobody more. */
const ALIKE = 3;

/** Says what there is to say of a table, without a flood. */
function tellNotes(notes: readonly Issue[]): void {
  const counts = new Map<string, number>();
  for (const { code } of notes) counts.set(code, (counts.get(code) ?? 0) + 1);
  const told = new Map<string, number>();
  for (const note of notes) {
    const count = (told.get(note.code) ?? 0) + 1;
    told.set(note.code, count);
    if (count <= ALIKE) process.stderr.write(`${issueLine(note)}\n`);
    const more = (counts.get(note.code) ?? 0) - ALIKE;
    if (count === ALIKE && more > 0) process.stderr.write(`And ${more} more like these.\n`);
  }
}

withMapping(program.command('prepare'))
  .description('writes the shaped table: one row a period, one column a category')
  .argument('<file>', 'a table: delimited text, a workbook or JSON')
  .option('--every <grain>', 'coarser periods: week, month, quarter or year')
  .option('--out <file>', 'where to write: .csv, .xlsx or .json; CSV on standard output without it')
  .exitOverride()
  .action(async (file: string, options: PrepareOptions) => {
    const { bytes, notes } = await prepare(file, options);
    tellNotes(notes);
    if (options.out === undefined) process.stdout.write(bytes);
    else writeWhole(options.out, bytes);
  });

/** Options that say which film it is, shared by the commands that show and make one. */
function withFilm(command: Command): Command {
  return withFilmOptions(command)
    .argument('[file]', 'a table, a project file (.plucky), or a film script (.json, .yaml)')
    .option('--list <what>', `prints what there is instead: ${lists.join(', ')}`)
    .exitOverride();
}

/** The same without the file, for commands that take several. */
function withFilmOptions(command: Command): Command {
  return withMapping(command)
    .option('--project <file>', 'the project.json of a project for another table: its columns, steps, look and pace')
    .option('--chart <family>', 'the family of charts')
    .option('--moment <period>', 'builds one moment instead of the run: a period by its key, or “last”')
    .option('--look <name>', 'a look that ships, or the .json file of one that was saved in Dress')
    .option('--title <text>', 'the title')
    .option('--length <sec>', 'seconds of the whole film')
    .option('--fps <n>', 'frames a second')
    .option('--size <WxH>', 'pixels, such as 1920x1080')
    .option('--places <n>', 'places on stage, or names at most')
    .option('--interpolate <how>', 'between periods: linear, monotone or step')
    .option('--swap <sec>', 'seconds that a change of places takes')
    .option('--hold-start <sec>', 'seconds of stillness at the start')
    .option('--hold-end <sec>', 'seconds of stillness at the end')
    .option('--set <path=value>', 'any value of the document, by its path; may be given several times', several);
}

/** Prints a list where one was asked for. Ends the command where neither that nor a file was given. */
function printsList(file: string | undefined, list: string | undefined): file is undefined {
  if (list !== undefined) {
    process.stdout.write(listed(list));
    return true;
  }
  if (file === undefined) throw new Refusal('Name a table or a project file.');
  return false;
}

withFilm(program.command('frames'))
  .description('prints what the film shows, one JSON object a line')
  .option('--at <sec,...>', 'only these times')
  .option('--every <n>', 'only every so many frames')
  .option('--grain <grain>', 'coarser periods: week, month, quarter or year')
  .option('--events', 'prints every change of place instead')
  .option('--moments', 'prints the moments instead: leads, records, climbs ...')
  .action(async (file: string | undefined, options: FramesOptions & { list?: string }) => {
    if (printsList(file, options.list)) return;
    const { lines, notes } = await frames(file, options);
    tellNotes(notes);
    let waiting = '';
    for (const line of lines) {
      waiting += `${line}\n`;
      if (waiting.length > 65_536) {
        process.stdout.write(waiting);
        waiting = '';
      }
    }
    process.stdout.write(waiting);
  });

withFilm(program.command('render'))
  .description('makes a film, picture or page, with the same pixels as the app; needs Chromium')
  .option(
    '--format <form>',
    'mp4, webm, gif, png, jpeg, webp, svg, pdf, html, frames (a ZIP of PNG), wav and m4a for what is heard, or mid for the notes of the data; the ending of --out says it too',
  )
  .option('--quality <word>', 'of films: light, good or best')
  .option('--at <sec>', 'the moment of a picture; the end without it')
  .option('--from <frame>', 'the first frame of a part, counted from 0')
  .option('--to <frame>', 'the frame after the last of a part')
  .option('--group <column>', 'a film for each value of a column; --out is then a folder, or holds {group}')
  .option('--workers <n>', 'workers that draw and encode at once')
  .option('--clear', 'leaves the background out of png, webp and svg')
  .option('--sound <file>', 'music under the film: WAV, MP3, Ogg, FLAC or M4A')
  .option('--sound-from <sec>', 'where in the file it begins')
  .option('--sound-gain <dB>', 'its loudness against the file’s own')
  .option('--sound-loop', 'over and over, to the end of the film')
  .option('--stills', 'a picture of each piece instead; --out is then a folder')
  .option('--watch', 'makes it again whenever a file that the film is made of changes')
  .option('--out <path>', 'where to write')
  .action(async (file: string | undefined, options: Partial<RenderOptions> & { list?: string; watch?: boolean }) => {
    if (printsList(file, options.list)) return;
    const { out } = options;
    if (out === undefined) throw new Refusal('Say with --out where to write.');
    const { render } = await import('./render');
    const make = async () => {
      const root = process.env.TEMPO_ROOT ?? process.cwd();
      const { files, notes } = await render(root, file, { ...options, out }, progress());
      tellNotes(notes);
      for (const each of files) process.stdout.write(`${each}\n`);
    };
    if (!options.watch) return make();
    const { watchFilm } = await import('./watch');
    const ending = new AbortController();
    process.once('SIGINT', () => ending.abort());
    process.once('SIGTERM', () => ending.abort());
    const tell = (line: string) => process.stderr.write(`${line}\n`);
    const endBrowser = (await import('./browser')).keepBrowser();
    await watchFilm(file, { make, tell, signal: ending.signal }).finally(endBrowser);
  });

/** What was found, for people. */
function beatWords({ bpm, confidence, firstBeatSec, beats }: FoundBeats): string {
  return `${bpm.toFixed(2)} beats a minute (${Math.round(confidence * 100)} % sure), the first at ${firstBeatSec.toFixed(3)} s, ${beats.length} in all\n`;
}

/** Tells how far each file is, when somebody watches. */
function progress(): (out: string, done: number, count: number) => void {
  const bars = new Map<string, number>();
  return (out, done, count) => {
    const percent = Math.floor((100 * done) / Math.max(1, count));
    if (!process.stderr.isTTY || bars.get(out) === percent) return;
    bars.set(out, percent);
    process.stderr.write(`\r${path.basename(out)}: ${done} of ${count} (${percent} %)${done === count ? '\n' : ''}`);
  };
}

program
  .command('controls')
  .description('lists every path that --set takes, with its range, its unit and what it means')
  .option('--chart <family>', 'the family of charts, or “card”')
  .option('--json', 'as JSON')
  .option('--list <what>', `prints what there is instead: ${lists.join(', ')}`)
  .exitOverride()
  .action(({ chart, json, list }: { chart?: string; json?: boolean; list?: string }) => {
    if (list !== undefined) {
      process.stdout.write(listed(list));
      return;
    }
    const paths = controlPaths(chart);
    process.stdout.write(
      json ? `${JSON.stringify(paths, null, 2)}\n` : paths.map((each) => `${pathLine(each)}\n`).join(''),
    );
  });

program
  .command('beats')
  .description('finds the beat of a sound: its tempo, how sure that is, and when each beat falls')
  .argument('<sound>', 'WAV, MP3, Ogg, FLAC or M4A')
  .option('--json', 'as JSON')
  .exitOverride()
  .action(async (file: string, { json }: { json?: boolean }) => {
    const { beatsOf } = await import('./beats');
    const found = await beatsOf(process.env.TEMPO_ROOT ?? process.cwd(), file);
    process.stdout.write(json ? `${JSON.stringify(found)}\n` : beatWords(found));
  });

program
  .command('join')
  .description('puts films behind each other without encoding again')
  .argument('<films...>', 'films of the same codec and size, in order')
  .option(
    '--sound-of <film>',
    'the project or film script of the whole: its sound is mixed once and put under the pictures',
  )
  .option('--silent', 'leaves out the sound of the parts')
  .requiredOption('--out <film>', 'where to write: .mp4 or .webm')
  .exitOverride()
  .action(async (films: string[], options: { out: string; soundOf?: string; silent?: boolean }) => {
    const { out } = options;
    const { join } = await import('./join');
    const { frames: count } = await join(process.env.TEMPO_ROOT ?? process.cwd(), films, options);
    process.stdout.write(`${out}: ${count} frames\n`);
  });

addFarm(program, { withFilmOptions, tellNotes });

/**
 * Runs a command: writes to the streams of this process, and sets its status (2 for what is refused or goes wrong).
 *
 * @param args What stands behind the program's name.
 */
export async function tempo(args: readonly string[]): Promise<void> {
  try {
    await program.parseAsync(args, { from: 'user' });
  } catch (error) {
    if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2;
    else {
      const message =
        error instanceof Refusal || error instanceof FarmError
          ? error.message
          : `Something went wrong: ${error instanceof Error ? error.stack : error}`;
      process.stderr.write(`${message}\n`);
      process.exitCode = 2;
    }
  }
}

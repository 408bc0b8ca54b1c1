// npm run bench: measures speed, as ratios within one run. --json prints the figures as JSON; names of parts (core, tables,
// readers, page, start, film, sound, memory, farm) measure these alone.
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromiumPath } from './lib/chromium.mjs';
import { ensureBuild, ensurePackages, ensurePrograms, root, versionOf } from './lib/set-up.mjs';

ensurePackages();
ensurePrograms({ tests: true });
await ensureBuild();
const { bundle, median, range } = await import('./bench/shared.mjs');

/** Runs a measuring program in Node. It stands among the packages, so that it finds them. */
async function measureInNode(source) {
  const folder = path.join(root, 'node_modules/.cache/bench');
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, source.replace(/ts$/, 'mjs'));
  writeFileSync(file, await bundle(source, 'node'));
  return JSON.parse(execFileSync(process.execPath, ['--expose-gc', file], { encoding: 'utf8' }));
}

/** A row of the report: what, its median, the range of the rounds, and the aim. */
const row = (what, list, unit, digits, target = '') => [
  what,
  `${median(list).toFixed(digits)} ${unit}`,
  range(list, digits),
  target,
];
/** The middle one of the rounds' ratios: what is compared within a round was measured seconds apart. */
const ratio = (above, below, digits, target, what = '  ratio') => {
  const ratios = above.map((value, round) => value / below[round]);
  return [what, median(ratios).toFixed(digits), range(ratios, digits), target];
};

const parts = {
  async core() {
    const core = await measureInNode('core.ts');
    return [
      row('sceneAt, 12 of 100 categories', core.few, 'µs', 1),
      row('sceneAt, 12 of 10,000 categories', core.many, 'µs', 1),
      ratio(core.many, core.few, 2, 'at most 1.5'),
      row('sceneAt, 50 periods', core.short, 'µs', 1),
      row('sceneAt, 5,000 periods', core.long, 'µs', 1),
      ratio(core.long, core.short, 2, 'at most 1.5'),
      row('sceneAt, 20 places, everything switched on', core.full, 'µs', 1, 'under 250 µs'),
      ...core.alongs.flatMap(({ id, marks, fifty, prepare }) => [
        row(`${id}: a scene of 20 names`, marks, 'ms', 2),
        row(`${id}: a scene of 50 names over 5,000 periods`, fifty, 'ms', 2),
        row(`${id}: prepare 50 by 5,000`, prepare, 'ms', 0, 'under 150 ms'),
      ]),
      ...core.moments.flatMap(({ id, most, scene, prepare }) => [
        row(`${id}: a scene of ${most} marks`, scene, 'ms', 2, `under ${most > 20 ? 12 : 8} ms with drawing`),
        row(`${id}: prepare it`, prepare, 'ms', 0),
      ]),
      row('prepare, 1,000 categories by 500 periods', core.once, 'ms', 0),
      row('prepare, 1,000 categories by 1,000 periods', core.twice, 'ms', 0, 'under 400 ms'),
      ratio(core.twice, core.once, 2, 'at most 2.2'),
      row('a film of 40 pieces, 30 minutes: prepare', core.fortyPieces.prepare, 'ms', 0, 'under 2,000 ms'),
      row('  edit of one piece, until its picture', core.fortyPieces.edit, 'ms', 1),
      row('  the same in a film of one piece', core.onePiece.edit, 'ms', 1),
      row('edit of a text, 1,000 by 1,000', core.editText, 'ms', 0, 'under 100 ms'),
      row('edit of the pace', core.editPace, 'ms', 0, 'under 60 ms'),
      row('edit of the number of places', core.editPlaces, 'ms', 0, 'under 100 ms'),
    ];
  },
  async tables() {
    const tables = await measureInNode('tables.ts');
    return [
      row('2,000,000 rows of CSV: Papa Parse alone', tables.papa, 'ms', 0),
      row('2,000,000 rows of CSV to a cube', tables.cube, 'ms', 0),
      ratio(tables.cube, tables.papa, 2, 'at most 1.5'),
      ['  held in memory, file included', `${tables.memory[0].toFixed(2)} × the file`, '', 'at most 3'],
      row('1,000,000 rows of CSV to a cube', tables.half, 'ms', 0),
      ratio(tables.cube, tables.half, 2, 'at most 2.2', '  ratio of twice the rows'),
    ];
  },
  async readers() {
    const { rows, kinds, answers } = await measureInNode('readers.ts');
    const [plain] = kinds;
    return [
      ...kinds.flatMap(({ what, ms }, i) => [
        row(`${rows.toLocaleString('en-GB')} rows as ${what}`, ms, 'ms', 0),
        ...(i > 0 ? [ratio(ms, plain.ms, 2, '', '  against CSV')] : []),
      ]),
      ...answers.map(({ what, ms }) => row(`${what}: an answer`, ms, 'ms', 0, 'under 5,000 ms')),
    ];
  },
  async page() {
    const { measurePage } = await import('./bench/page.mjs');
    const page = await measurePage();
    const longest = page.longTasks.length > 0 ? `longest ${Math.max(...page.longTasks).toFixed(0)} ms` : '';
    return [
      ['2,000,000 rows of CSV in the app: read', `${page.readMs} ms`, '', ''],
      ['  first picture', `${page.drawnMs} ms`, '', ''],
      ['  page held up for more than 50 ms', `${page.longTasks.length} times`, longest, 'never'],
      row('  grid of 2,000,000 rows, between pictures', page.gapsMs, 'ms', 1),
    ];
  },
  async start() {
    const { measureStart } = await import('./bench/start.mjs');
    const { scriptBytes, bytesToPicture, dropMs } = await measureStart();
    return [
      ['first scripts of the page, gzipped', `${(scriptBytes / 1000).toFixed(0)} kB`, '', 'at most 220 kB'],
      ['  all scripts until the first picture', `${(bytesToPicture / 1000).toFixed(0)} kB`, '', ''],
      row('a CSV of 1 MB, from being chosen to its first picture', dropMs, 'ms', 0, 'at most 700 ms'),
    ];
  },
  async film() {
    const { measureFilm } = await import('./bench/film.mjs');
    const film = await measureFilm();
    const { likeness, preview } = film;
    const late = preview.gapsMs.filter((ms) => ms > 20).length / preview.gapsMs.length;
    const against = (preset, target) => [
      row(`ffmpeg libx264 ${preset}, fed RGBA through a pipe`, film[preset], 'frames/s', 1),
      ratio(film.drawn, film[preset], 2, target, '  export against it'),
      ['  likeness to the pictures', `${likeness.ours.toFixed(1)} dB`, `${likeness[preset].toFixed(1)} dB`, ''],
    ];
    return [
      row('draw a 1080p frame', film.draw, 'ms', 1),
      row('draw it and make it a video frame', film.frame, 'ms', 1),
      row('encode ready-made 1080p pictures, H.264', film.pixels, 'frames/s', 1),
      row('encode them already turned to I420', film.ready, 'frames/s', 1),
      row('export 1080p, H.264, whole', film.drawn, 'frames/s', 1),
      ratio(film.drawn, film.pixels, 2, 'at least 0.8', '  ratio to ready-made pictures'),
      ratio(film.drawn, film.ready, 2, '', '  ratio to ready-made I420'),
      ...against('veryfast', 'at least 2'),
      ...against('ultrafast', 'at least 1.3'),
      row('an SVG page, a screenshot a frame, to ffmpeg', film.shots, 'frames/s', 1),
      ratio(film.drawn, film.shots, 1, 'at least 12', '  export against it'),
      row('GIF 800x450, one palette', film.gif, 'frames/s', 1, 'at least 30'),
      row('preview 1280x720, between pictures', preview.gapsMs, 'ms', 1),
      row('  drawing', preview.drawMs, 'ms', 1),
      ['  later than 20 ms', `${(late * 100).toFixed(1)} %`, '', 'under 2 %'],
    ];
  },
  async sound() {
    const { times } = await measureInNode('sound.ts');
    const { measureSoundExport } = await import('./bench/sound.mjs');
    const { silent, heard } = await measureSoundExport();
    return [
      row(
        'ten minutes of stereo mixed, music of 44.1 kHz under a voice',
        times,
        '× as quick as heard',
        0,
        'at least 100',
      ),
      row('a film of a minute, 1080p, without sound', silent, 's', 1),
      row('  with music', heard, 's', 1),
      ratio(heard, silent, 3, 'at most 1.05'),
    ];
  },
  async memory() {
    const { measureMemory } = await import('./bench/memory.mjs');
    const {
      peaks: [short, long],
      minute,
      halfHour,
    } = await measureMemory();
    const against = (key, digits) => (halfHour[key] / minute[key]).toFixed(digits);
    return [
      ['peak memory of Chromium, 60 s of film', `${short.toFixed(0)} MB`, '', ''],
      ['  600 s of film against it', (long / short).toFixed(2), `${long.toFixed(0)} MB`, 'at most 1.2'],
      ['  five pieces, one minute', `${minute.peak.toFixed(0)} MB`, '', ''],
      ['  40 such pieces, 30 minutes, against it', against('peak', 2), `${halfHour.peak.toFixed(0)} MB`, 'at most 1.2'],
      ['frames a second of five pieces, one minute', minute.perSec.toFixed(0), '', ''],
      ['  40 such pieces, 30 minutes, against it', against('perSec', 2), halfHour.perSec.toFixed(0), 'at least 1'],
    ];
  },
  async farm() {
    const queue = await measureInNode('farm.ts');
    const { measureFarm, measureSpans } = await import('./bench/farm.mjs');
    const overheads = await measureSpans();
    const { command, farm } = await measureFarm();
    return [
      row('handing in 1,000 films of 20 spans', queue.submits, 's', 1, 'under 10 s'),
      row(
        '100 workers that pretend, 100,000 spans: busy',
        queue.busy.map((share) => 100 * share),
        '%',
        1,
        'above 95 %',
      ),
      row('  how such a job stands, asked', queue.statusMs, 'ms', 0),
      row('ten films of a minute: render --workers 2', command, 's', 1),
      row('ten films of a minute: two workers of a farm, a core each', farm, 's', 1),
      ratio(command, farm, 3, 'at least 0.95', '  speed of the farm'),
      row('a span, besides its frames', overheads, 'ms', 0, 'under 50 ms'),
    ];
  },
};

const wanted = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const unknown = wanted.find((name) => !(name in parts));
if (unknown) {
  console.error(`There is no part “${unknown}”; there are ${Object.keys(parts).join(', ')}.`);
  process.exit(2);
}
const browser = versionOf(chromiumPath(), ['--version']);
const machine = `${os.cpus().length} cores (${os.cpus()[0].model}), Node ${process.version}, ${browser}, ${versionOf('ffmpeg', ['-version']).split(' Copyright')[0]}`;
const json = process.argv.includes('--json');
const rows = [];
if (!json) console.log(machine);
for (const [name, measure] of Object.entries(parts)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const found = await measure();
  rows.push(...found);
  // Part by part: whoever stops the rest keeps what is measured.
  if (!json) printTable(found);
}
if (json)
  console.log(
    JSON.stringify(
      { machine, rows: rows.map(([what, value, spread, target]) => ({ what, value, spread, target })) },
      null,
      2,
    ),
  );
else console.log('Medians, and the range of the rounds; the last column is the aim. Read the ratios: machines differ.');

function printTable(table) {
  const widths = [0, 1, 2].map((column) => Math.max(...table.map((cells) => cells[column].length)));
  for (const cells of table)
    console.log(
      cells
        .map((cell, i) => (i === 1 ? cell.padStart(widths[1]) : cell.padEnd(widths[i] ?? 0)))
        .join('   ')
        .trimEnd(),
    );
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stringify } from 'yaml';
import { families } from '../families/registry';
import { inFamily } from '../families/switch-family';
import { prepareFilm } from '../film/prepare-film';
import { sceneAt } from '../film/scene-at';
import { tellFilm } from '../film/tell-film';
import { frameAt, frameTimeSec } from '../pace/film-clock';
import { cardDesigns, cardKinds } from '../project/card';
import type { Chart } from '../project/chart';
import { looks } from '../project/looks';
import { cardOf, chartOf, playedPieces, withCard, withChart } from '../project/pieces';
import type { Project } from '../project/project';
import { readProject } from '../project/read-project';
import { transitionEases, transitionKinds, transitionSides } from '../project/transition';
import { measureBySize } from '../testing/films';
import { type BuiltFilm, projectOfScript } from './build-project';
import type { FilmScript, ScriptPiece } from './film-script';
import { filesOfScript, meansFilmScript, readFilmScript } from './read-script';
import { scriptOfProject } from './write-script';

const table = ['Year,Isle,Kind,Boats'];
for (let year = 2001; year <= 2006; year++)
  for (const [i, isle] of ['Oyle', 'Quay', 'Pell', 'Tern'].entries())
    for (const kind of ['old', 'new']) table.push(`${year},${isle},${kind},${10 + ((i * 7 + year * 3) % 23) + i}`);

/** A picture of one pixel. */
const png = Uint8Array.from(
  atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
  (letter) => letter.charCodeAt(0),
);
const files = new Map([
  ['boats.csv', new TextEncoder().encode(table.join('\n'))],
  ['mark.png', png],
  ['broken.png', new TextEncoder().encode('no picture')],
]);

/** What comes of a script, whose mistakes fail the test. */
async function built(text: string, more: ReadonlyMap<string, Uint8Array> = files): Promise<BuiltFilm> {
  const outcome = await outcomeOf(text, more);
  expect(outcome.issues.filter(({ severity }) => severity === 'error')).toEqual([]);
  if (!outcome.ok) throw new Error('not built');
  return outcome.value;
}

function outcomeOf(text: string, more: ReadonlyMap<string, Uint8Array> = files) {
  let count = 0;
  const freshAsset = () => `a${++count}`;
  return projectOfScript(readFilmScript(text, families), {
    families,
    files: more,
    freshAsset,
    projectId: 'p',
    soundSec: async (bytes) => bytes.length / 1000,
  });
}

const script = (pieces: readonly object[], more: object = {}) =>
  JSON.stringify({ format: 'plucky-tempo-film', version: 1, ...more, pieces });
const messages = async (text: string) => (await outcomeOf(text)).issues.map(({ message }) => message);

const whole = (): FilmScript => ({
  format: 'plucky-tempo-film',
  version: 1,
  name: 'Isles at work',
  size: '1920x1080',
  fps: 30,
  look: 'Night ferry',
  pieces: [
    { card: 'opening', title: 'Isles at work', tagline: '2001 to 2006', seconds: 3 },
    {
      table: 'boats.csv',
      chart: 'ranked-bars',
      title: 'Boats',
      seconds: 12,
      combine: 'sum',
      set: { 'own.places': 3 },
      into: { how: 'dissolve', seconds: 0.5 },
    },
    {
      table: 'boats.csv',
      chart: 'donut',
      built: 'last',
      combine: 'sum',
      seconds: 4,
      into: { how: 'carry-over', seconds: 1 },
    },
    { card: 'closing', lines: ['Source: Saltmere Office of Counts'], logo: 'mark.png', seconds: 2 },
  ],
});

describe('a film script', () => {
  it('becomes a film whose length is the sum of its pieces less what they overlap', async () => {
    const { project, cubes, assets } = await built(JSON.stringify(whole()));
    const film = tellFilm(project, cubes);
    expect([film.lengthSec, film.frameCount]).toEqual([19.5, 585]);
    expect(film.pieces.map(({ fromSec, lengthSec }) => [fromSec, lengthSec])).toEqual([
      [0, 3],
      [2.5, 12],
      [13.5, 4],
      [17.5, 2],
    ]);
    expect(film.pieces.map(({ arrival }) => arrival?.how)).toEqual([undefined, 'dissolve', 'carry-over', undefined]);
    // Two pieces of one table share it, and its bytes are there once.
    expect([project.tables.length, assets.size]).toEqual([1, 2]);
    expect(project.pictures[0]).toMatchObject({ widthPx: 1, heightPx: 1, mime: 'image/png' });
    const donut = chartOf(project, 'piece-3');
    expect([donut?.family, donut?.play, (donut as Chart).own]).toMatchObject([
      'pie',
      { kind: 'built', lengthSec: 4 },
      { hole: 0.58 },
    ]);
    expect(readProject(JSON.parse(JSON.stringify(project)), families).ok).toBe(true);
    const looked = looks.find(({ name }) => name === 'Night ferry');
    expect(project.film.stage.background).toEqual(looked?.background);
  });

  it('sets values of the film and of its pieces by their paths', async () => {
    const set = { 'stage.margins.top': 8, 'film.stage.margins.left': 9 };
    const { project } = await built(
      script(
        [
          {
            card: 'text',
            title: 'x',
            set: { 'dress.texts.title.size': 9, size: 1.5 },
            motions: { title: { go: 'sink' } },
          },
          { table: 'boats.csv', combine: 'sum', set: { 'text.total': 'All: {total}', highlights: ['Oyle'] } },
        ],
        { set, background: { kind: 'plain', colour: '#102030' } },
      ),
    );
    expect(project.film.stage).toMatchObject({ margins: { top: 8, left: 9 }, background: { colour: '#102030' } });
    expect(cardOf(project, 'piece-1')).toMatchObject({
      size: 1.5,
      dress: { texts: { title: { size: 9 } } },
      motions: { title: { come: 'design', go: 'sink' } },
    });
    expect(project.charts[0]).toMatchObject({ text: { total: 'All: {total}' }, highlights: ['Oyle'] });
    expect(await messages(script([{ card: 'text', title: 'x' }], { set: { 'stage.margins.top': 99 } }))).toEqual([
      expect.stringMatching(/^set\.stage\.margins\.top: must be less than or equal to 30; it is 99\.$/),
    ]);
  });

  it('says the same in YAML', async () => {
    const [json, yaml] = [await built(JSON.stringify(whole())), await built(stringify(whole()))];
    expect(yaml.project).toEqual(json.project);
  });

  it('names the files that it needs, each once', () => {
    expect(filesOfScript(whole())).toEqual(['boats.csv', 'mark.png']);
  });

  it('is told from tables and other documents', () => {
    expect(meansFilmScript('film.json', JSON.stringify(whole()))).toBe(true);
    expect(meansFilmScript('film.yaml', 'name: x')).toBe(true);
    expect(meansFilmScript('table.json', '[{"Year": 2001, "Boats": 4}]')).toBe(false);
    expect(meansFilmScript('look.json', '{"format": "plucky-tempo-look"}')).toBe(false);
    // Without the line that says so it is meant as one all the same, and told what it lacks.
    expect(meansFilmScript('film.json', '{"pieces": [{"card": "text", "title": "x"}]}')).toBe(true);
  });

  it('takes a table as the options of prepare do', async () => {
    const piece = (more: object) => script([{ table: 'boats.csv', seconds: 4, ...more }]);
    const cubeOf = async (more: object) => [...(await built(piece(more))).cubes.values()][0];
    const sum = await cubeOf({ combine: 'sum' });
    const old = await cubeOf({ where: 'Kind=old' });
    expect(old?.values[0]).toBe((sum?.values[0] ?? 0) / 2);
    for (const where of [['Kind=old'], { Kind: 'old' }]) expect(await cubeOf({ where })).toEqual(old);
    expect(await cubeOf({ table: { file: 'boats.csv', where: 'Kind=old' } })).toEqual(old);
    expect((await cubeOf({ combine: 'sum', category: 'Kind' }))?.categories).toEqual(['old', 'new']);
    expect(
      (await cubeOf({ steps: [{ kind: 'filter-rows', column: 'Isle', test: 'is', values: ['Oyle'] }], combine: 'sum' }))
        ?.categories,
    ).toEqual(['Oyle']);
    const group = await built(piece({ group: { column: 'Kind', value: 'new' } }));
    expect(group.project.charts[0]).toMatchObject({ group: 'new', fields: { group: 'Kind' } });
    const panes = await built(piece({ panes: 'Kind' }));
    expect([...panes.cubes.values()][0]?.panes?.map(({ name }) => name)).toEqual(['old', 'new']);
  });

  it('takes captions by the seconds of their piece', async () => {
    const captions = [{ text: 'Here', from: 1, to: 2.5 }];
    const pieces: ScriptPiece[] = [
      { card: 'text', title: 'x', seconds: 4, captions },
      { table: 'boats.csv', combine: 'sum', seconds: 6, captions },
    ];
    const { project, cubes } = await built(script(pieces));
    for (const piece of prepareFilm(project, cubes, { measure: measureBySize }).pieces) {
      const [caption] = piece.kind === 'card' ? piece.card.captions : piece.chart.captions;
      expect([caption?.fromSec, caption?.toSec]).toEqual([expect.closeTo(1, 9), expect.closeTo(2.5, 9)]);
    }
  });
});

describe('mistakes in a script', () => {
  it('are all told at once, with their paths and what is allowed', async () => {
    const text = script(
      [
        { card: 'opening', tagln: 'x', title: 'y' },
        { card: 'chapter', seconds: 0, title: 'z' },
        { card: 'quote' },
        { table: 'gone.csv', chart: 'donuts' },
        { table: 'boats.csv', set: { 'own.plces': 4 }, combine: 'sum' },
        { table: 'boats.csv', built: '1999', combine: 'sum' },
        { table: 'boats.csv', period: 'Yera', combine: 'sum' },
        { table: 'boats.csv', group: { column: 'Kind', value: 'odl' } },
        { card: 'closing', logo: 'broken.png' },
        { table: 'boats.csv', value: 'Boast', where: 'Knid=old' },
        { table: 'boats.csv', second: 'Boat', combine: 'sum' },
      ],
      { look: 'Nihgt ferry' },
    );
    const told = await messages(text);
    for (const each of [
      /^pieces\.0\.tagln: there is no such key\. Did you mean “tagline”\?$/,
      /^pieces\.1\.seconds: must be greater than or equal to 0\.1; it is 0\.$/,
      /^pieces\.2: a card needs words or a logo/,
      /^pieces\.3\.chart: must be one of .*; it is “donuts”\. Did you mean “donut”\?$/,
      /^pieces\.3\.table: the table gone\.csv is not there\./,
      /^pieces\.4\.set\.own\.plces: there is no own\.plces\. Did you mean “own\.places”\?$/,
      /^pieces\.5\.built: there is no period 1999\. They go from 2001 to 2006/,
      /^pieces\.6\.period: there is no column “Yera” in boats\.csv\. Did you mean “Year”\?$/,
      /^pieces\.7\.group\.value: “Kind” has no “odl”\. Did you mean “old”\?$/,
      /^pieces\.8\.logo: broken\.png is no picture/,
      /^pieces\.9\.value: there is no column “Boast” in boats\.csv\. Did you mean “Boats”\?$/,
      /^pieces\.9\.where: there is no column “Knid” in boats\.csv\. Did you mean “Kind”\?$/,
      /^pieces\.10\.second: there is no further value “Boat”\./,
      /^look: there is no look “Nihgt ferry”\. Did you mean “Night ferry”\?$/,
    ])
      expect(
        told.some((message) => each.test(message)),
        `${each} in\n${told.join('\n')}`,
      ).toBe(true);
    expect(told).toHaveLength(14);
  });

  it('are told of texts that are no scripts', async () => {
    expect(await messages('{"format": "plucky-tempo-film", "version": 1, "pieces": [}')).toEqual([
      expect.stringMatching(/^The film script is not valid JSON: /),
    ]);
    expect(await messages('format: [plucky')).toEqual([expect.stringMatching(/^The film script is not valid YAML: /)]);
    expect(await messages('{"pieces": []}')).toEqual([expect.stringMatching(/^format: must be/)]);
    expect(await messages(script([], { version: 2 }))).toEqual([expect.stringMatching(/^version: is 2/)]);
    expect(await messages(script([]))).toEqual([expect.stringMatching(/^pieces: must contain at least 1/)]);
    expect(await messages(script([{ card: 'text', title: 'x', on: false }]))).toEqual([
      expect.stringMatching(/^pieces: at least one of them has to play/),
    ]);
    // Nothing that belongs to all objects can be reached.
    expect(
      await messages(
        `{"format":"plucky-tempo-film","version":1,"pieces":[{"card":"text","title":"x","set":{"__proto__.a":1,"dress.constructor.b":2}}]}`,
      ),
    ).toHaveLength(2);
    expect(({} as { a?: number }).a).toBeUndefined();
  });

  it('never end in a crash, whatever stands there', async () => {
    const whatever = fc.jsonValue({ maxDepth: 3 });
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('look', 'size', 'fps', 'pieces', 'set', 'pictures', 'fonts', 'overlays'),
        fc.nat(3),
        fc.constantFrom(
          'table',
          'chart',
          'seconds',
          'set',
          'into',
          'title',
          'where',
          'steps',
          'captions',
          'lines',
          'motions',
          'back',
        ),
        whatever,
        async (key, place, own, value) => {
          const film = { ...whole(), [key]: value };
          const piece = {
            ...whole(),
            pieces: whole().pieces.map((each, i) => (i === place ? { ...each, [own]: value } : each)),
          };
          for (const each of [film, piece])
            for (const message of await messages(JSON.stringify(each))) expect(message).toMatch(/\S/);
        },
      ),
      { numRuns: 120 },
    );
  });

  it('of time are mended and said: a transition that is longer than half of a piece', async () => {
    const outcome = await outcomeOf(
      script([
        { card: 'text', title: 'a', seconds: 2 },
        { card: 'text', title: 'b', seconds: 3, into: { how: 'wipe', seconds: 5 } },
      ]),
    );
    expect(outcome.ok).toBe(true);
    expect(outcome.issues).toMatchObject([
      {
        severity: 'note',
        message: expect.stringMatching(/^pieces\.1\.into\.seconds: 5 s is more than half .* so it takes 1 s\.$/),
      },
    ]);
  });
});

/** Scenes of a film at some times, which are the film for whoever watches. */
function scenes({ project, cubes }: Pick<BuiltFilm, 'project' | 'cubes'>) {
  const film = prepareFilm(project, cubes, { measure: measureBySize });
  return Array.from({ length: 9 }, (_, i) => {
    const timeSec = (film.lengthSec * i) / 8;
    return JSON.stringify(sceneAt(film, frameTimeSec(film, frameAt(film, timeSec))));
  });
}

/** A project through its script, and back. */
async function throughScript(project: Project, bytesOf: (assetId: string) => Uint8Array) {
  const written = scriptOfProject(project, families);
  const named = new Map([...written.files].map(([name, assetId]) => [name, bytesOf(assetId)]));
  return built(JSON.stringify(written.script), named);
}

describe('writing a script', () => {
  it('reads back into the same film, whatever was changed in it', async () => {
    const base = await built(JSON.stringify(whole()));
    const bytesOf = (assetId: string) => base.assets.get(assetId) as Uint8Array;
    const into = fc.record({
      how: fc.constantFrom(...transitionKinds),
      sec: fc.double({ min: 0.1, max: 3, noNaN: true }),
      ease: fc.constantFrom(...transitionEases),
      side: fc.constantFrom(...transitionSides),
    });
    const change = fc.record({
      family: fc.constantFrom(...families.map(({ id }) => id)),
      look: fc.constantFrom(...looks.map(({ name }) => name)),
      own: fc.boolean(),
      kind: fc.constantFrom(...cardKinds),
      design: fc.constantFrom(...cardDesigns),
      intos: fc.array(into, { minLength: 4, maxLength: 4 }),
      on: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
      sec: fc.double({ min: 1, max: 30, noNaN: true }),
      byPeriod: fc.boolean(),
      title: fc.string({ maxLength: 20 }),
      size: fc.double({ min: 1, max: 10, noNaN: true }),
    });
    await fc.assert(
      fc.asyncProperty(
        change,
        async ({ family: familyId, look: lookName, own, kind, design, intos, on, sec, byPeriod, title, size }) => {
          const family = families.find(({ id }) => id === familyId) as (typeof families)[number];
          const look = looks.find(({ name }) => name === lookName) as (typeof looks)[number];
          const pieces = base.project.film.pieces.map((piece, i) => ({
            ...piece,
            into: intos[i] ?? piece.into,
            on: on[i] === true || i === 1,
            ownLook: own && i === 2,
            name: i === 3 ? title : '',
          }));
          const started = { ...base.project, film: { ...base.project.film, pieces } };
          const charts = withChart(started, 'piece-2', (chart) => {
            const drawn = inFamily(chart, family, base.cubes.get(chart.id) ?? null);
            const pace = byPeriod
              ? { ...drawn.pace, length: { by: 'period', sec: sec / 6 } as const }
              : { ...drawn.pace, length: { by: 'whole', sec } as const };
            const { texts } = look.dress;
            return {
              ...drawn,
              pace,
              text: { ...drawn.text, title },
              dress: { ...look.dress, texts: { ...texts, title: { ...texts.title, size } } },
            };
          });
          const dressed = withChart(charts, 'piece-3', (chart) => ({ ...chart, dress: look.dress }));
          const project = withCard(dressed, 'piece-1', (card) => ({
            ...card,
            kind,
            design,
            sec,
            dress: look.dress,
            size: 1.25,
          }));
          const again = await throughScript(project, bytesOf);
          expect(scenes(again)).toEqual(scenes({ project, cubes: base.cubes }));
          expect(playedPieces(again.project)).toHaveLength(playedPieces(project).length);
          expect(again.project.film.pieces.map(({ ownLook }) => ownLook)).toEqual(pieces.map(({ ownLook }) => ownLook));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('names each file once, under a name of its own', async () => {
    const { project } = await built(JSON.stringify(whole()));
    const [first] = project.tables;
    const second = { ...first, id: 't2', source: { ...first?.source, assetId: 'other' } } as Project['tables'][number];
    const two = withChart({ ...project, tables: [...project.tables, second] }, 'piece-3', (chart) => ({
      ...chart,
      tableId: 't2',
    }));
    expect([...scriptOfProject(two, families).files]).toEqual([
      ['pictures/mark.png', expect.any(String)],
      ['tables/boats.csv', expect.any(String)],
      ['tables/boats-2.csv', 'other'],
    ]);
  });
});

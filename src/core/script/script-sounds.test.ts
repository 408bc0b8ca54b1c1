import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { noteScaleNames, usualNotes } from '../project/data-notes';
import type { Project } from '../project/project';
import { readProject } from '../project/read-project';
import { type Sound, soundKinds } from '../project/sound';
import { type BuiltFilm, projectOfScript } from './build-project';
import { readFilmScript } from './read-script';
import { scriptOfProject } from './write-script';

const table = new TextEncoder().encode(
  'year,boat,points\n2010,Alpha,10\n2010,Bravo,30\n2011,Alpha,40\n2011,Bravo,20\n',
);
const files = new Map([
  ['boats.csv', table],
  ['song.mp3', new Uint8Array(9000)],
  ['broken.wav', new Uint8Array(3)],
]);

function outcomeOf(text: string, given: ReadonlyMap<string, Uint8Array> = files) {
  let count = 0;
  return projectOfScript(readFilmScript(text, families), {
    families,
    files: given,
    freshAsset: () => `a${++count}`,
    projectId: 'p',
    // A thousand bytes a second; three are none.
    soundSec: async (bytes, name) => {
      if (bytes.length < 10) throw new Error(`${name} is not a sound that can be read.`);
      return bytes.length / 1000;
    },
  });
}

async function built(text: string, given?: ReadonlyMap<string, Uint8Array>): Promise<BuiltFilm> {
  const outcome = await outcomeOf(text, given);
  if (!outcome.ok) throw new Error(outcome.issues.map(({ message }) => message).join('\n'));
  return outcome.value;
}

const script = (more: object, piece: object = {}) =>
  JSON.stringify({
    format: 'plucky-tempo-film',
    version: 1,
    ...more,
    pieces: [{ table: 'boats.csv', seconds: 8, ...piece }],
  });

describe('sounds of a film script', () => {
  it('lie under the film as it says, measured; what is left out is usual', async () => {
    const sounds = [
      { file: 'song.mp3' },
      {
        file: 'song.mp3',
        kind: 'voice',
        at: 2,
        from: 1,
        to: 4,
        gain: -3,
        fadeIn: 0.5,
        fadeOut: 1,
        loop: true,
        until: 7,
        on: false,
      },
    ];
    const { project, assets } = await built(
      script({ sounds, mix: { stepBack: 6 }, beat: { bpm: 96, first: 0.3 } }, { onBeat: 2, notes: { scale: 'soft' } }),
    );
    const [plain, other] = project.film.sounds;
    expect(plain).toMatchObject({
      kind: 'music',
      name: 'song',
      fileSec: 9,
      startSec: 0,
      toSec: null,
      loop: false,
      on: true,
    });
    expect(other).toMatchObject({
      kind: 'voice',
      startSec: 2,
      fromSec: 1,
      toSec: 4,
      gainDb: -3,
      untilSec: 7,
      on: false,
      loop: true,
    });
    expect(plain?.assetId).toBe(other?.assetId);
    expect(assets.get(plain?.assetId ?? '')?.length).toBe(9000);
    expect(project.film.mix).toEqual({ gainDb: 0, stepBackDb: 6 });
    expect(project.film.beat).toEqual({ bpm: 96, firstSec: 0.3, perBar: 4 });
    expect(project.film.pieces[0]).toMatchObject({ onBeat: 2, notes: { ...usualNotes, scale: 'soft' } });
    expect(readProject(JSON.parse(JSON.stringify(project)), families).issues).toEqual([]);
  });

  it('tell every mistake with its path', async () => {
    const sounds = [
      { file: 'gone.wav' },
      { file: 'broken.wav' },
      { file: 'song.mp3', from: 20 },
      { file: 'song.mp3', from: 4, to: 2, at: 5, until: 3 },
      { file: 'song.mp3', fadein: 2, gain: 100, kind: 'noise' },
    ];
    const { issues } = await outcomeOf(script({ sounds, beat: { first: 1 }, mix: { loud: 3 } }));
    const told = issues.map(({ message }) => message).join('\n');
    for (const words of [
      /sounds\.0\.file: the sound gone\.wav is not there/,
      /sounds\.1\.file: broken\.wav is not a sound/,
      /sounds\.2\.from: 20 s lies behind the end of the file, which lasts 9 s/,
      /sounds\.3\.to: it ends at 2 s of the file and begins at 4 s/,
      /sounds\.3\.until: it ends at 3 s of the film and begins at 5 s/,
      /sounds\.4\.fadein: there is no such key\. Did you mean “fadeIn”/,
      /sounds\.4\.kind: must be one of music, voice/,
      /beat\.bpm/,
      /mix\.loud: there is no such key/,
    ])
      expect(told).toMatch(words);
  });

  it('read back as they were written, whatever they are', async () => {
    const base = await built(script({}));
    const sec = (max: number) => fc.double({ min: 0, max, noNaN: true });
    const sound = fc.record({
      kind: fc.constantFrom(...soundKinds),
      name: fc.string({ maxLength: 20 }),
      on: fc.boolean(),
      startSec: sec(20),
      fromSec: sec(3),
      toSec: fc.option(fc.double({ min: 4, max: 9, noNaN: true })),
      loop: fc.boolean(),
      untilSec: fc.option(fc.double({ min: 21, max: 60, noNaN: true })),
      gainDb: fc.double({ min: -60, max: 24, noNaN: true }),
      fadeInSec: sec(5),
      fadeOutSec: sec(5),
    });
    const film = fc.record({
      sounds: fc.array(sound, { maxLength: 3 }),
      mix: fc.record({ gainDb: fc.double({ min: -60, max: 24, noNaN: true }), stepBackDb: sec(48) }),
      beat: fc.option(
        fc.record({
          bpm: fc.double({ min: 30, max: 300, noNaN: true }),
          firstSec: sec(9),
          perBar: fc.integer({ min: 1, max: 16 }),
        }),
      ),
      onBeat: fc.option(fc.double({ min: 0.25, max: 64, noNaN: true })),
      notes: fc.option(
        fc.record({
          scale: fc.constantFrom(...noteScaleNames),
          lowest: fc.integer({ min: 36, max: 72 }),
          gainDb: fc.double({ min: -48, max: 0, noNaN: true }),
          leads: fc.boolean(),
          entries: fc.boolean(),
          records: fc.boolean(),
        }),
      ),
    });
    await fc.assert(
      fc.asyncProperty(film, async ({ sounds, mix, beat, onBeat, notes }) => {
        const own = sounds.map(
          (each, i): Sound => ({ ...each, id: `sound-${i + 1}`, fileName: 'song.mp3', assetId: 'song', fileSec: 9 }),
        );
        const pieces = base.project.film.pieces.map((piece) => ({ ...piece, onBeat, notes }));
        const project: Project = { ...base.project, film: { ...base.project.film, sounds: own, mix, beat, pieces } };
        const written = scriptOfProject(project, families);
        const bytes = (assetId: string) =>
          assetId === 'song' ? new Uint8Array(9000) : (base.assets.get(assetId) as Uint8Array);
        const again = await built(
          JSON.stringify(written.script),
          new Map([...written.files].map(([name, id]) => [name, bytes(id)])),
        );
        // A script is JSON, which has no nought below nought.
        const asJson = (value: unknown) => JSON.parse(JSON.stringify(value));
        const plain = ({ assetId: _, ...rest }: Sound) => asJson(rest);
        expect(again.project.film.sounds.map(plain)).toEqual(own.map(plain));
        expect(again.project.film.mix).toEqual(asJson(mix));
        expect(again.project.film.beat).toEqual(asJson(beat));
        expect(again.project.film.pieces.map((piece) => [piece.onBeat, piece.notes])).toEqual([
          [onBeat, asJson(notes)],
        ]);
      }),
      { numRuns: 40 },
    );
  });
});

import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { usualNotes } from '@/core/project/data-notes';
import { chartOf } from '@/core/project/pieces';
import { type Sound, soundSpan, usualSound } from '@/core/project/sound';
import { raceProject } from '@/core/testing/projects';
import { documentStore, undo } from './document';
import {
  addSounds,
  changeSound,
  cutSound,
  removeSound,
  setBeat,
  setNotes,
  setOnBeat,
  stretchTo,
  trimSilence,
} from './edit-sounds';

const sound = (change: Partial<Sound> = {}): Sound => ({
  ...usualSound,
  id: 's',
  kind: 'voice',
  name: 'A word',
  fileName: 'word.wav',
  assetId: 'a',
  fileSec: 10,
  ...change,
});

const film = () => {
  const { project } = documentStore.getState();
  if (!project) throw new Error('nothing is open');
  return project.film;
};

beforeEach(() => documentStore.setState({ ...documentStore.getInitialState(), project: raceProject({}) }, true));

describe('sounds', () => {
  it('come, change and go, each a step of undo', () => {
    addSounds([sound()]);
    changeSound('s', { gainDb: -3 });
    expect(film().sounds[0]?.gainDb).toBe(-3);
    removeSound('s');
    expect(film().sounds).toEqual([]);
    undo();
    undo();
    expect(film().sounds[0]?.gainDb).toBe(0);
  });

  it('are cut in two without a moment lost or heard twice, loops too', () => {
    const change = fc.record({
      startSec: fc.double({ min: 0, max: 5, noNaN: true }),
      fromSec: fc.double({ min: 0, max: 3, noNaN: true }),
      toSec: fc.option(fc.double({ min: 4, max: 10, noNaN: true })),
      loop: fc.boolean(),
    });
    /** Where in the file a time of the film is heard; null for nowhere. */
    const heardAt = (list: readonly Sound[], sec: number): number[] =>
      list.flatMap((each) => {
        const [from, to] = soundSpan(each, 30);
        if (sec < from || sec >= to) return [];
        const length = (each.toSec ?? each.fileSec) - each.fromSec;
        return [each.fromSec + ((sec - from) % (each.loop ? length : Number.POSITIVE_INFINITY))];
      });
    fc.assert(
      fc.property(change, fc.double({ min: 0, max: 30, noNaN: true }), (given, at) => {
        documentStore.setState({ project: raceProject({}) });
        const whole = sound(given);
        addSounds([whole]);
        const second = cutSound('s', at, 30);
        const [from, to] = soundSpan(whole, 30);
        if (at < from || at > to) expect(second).toBeNull();
        const list = film().sounds;
        expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
        for (let sec = 0.0137; sec < 30; sec += 0.193) {
          // Where one go of a loop ends and the next begins, and at the cut itself, rounding may take either.
          const [a, b] = [heardAt([whole], sec), heardAt(list, sec)];
          expect(b.length).toBe(a.length);
          const length = (whole.toSec ?? whole.fileSec) - whole.fromSec;
          const apart = Math.abs((a[0] ?? 0) - (b[0] ?? 0));
          expect(Math.min(apart, Math.abs(apart - length))).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('lose the silence at their ends and stay where they are heard', () => {
    addSounds([sound({ startSec: 2 })]);
    expect(
      trimSilence(sound({ startSec: 2 }), [
        [1.12, 3],
        [5, 7.88],
      ]),
    ).toBe(true);
    expect(film().sounds[0]).toMatchObject({ fromSec: 1, toSec: 8, startSec: 3 });
    expect(trimSilence(sound(), [])).toBe(false);
  });

  it('stretch a piece until they are over', () => {
    const pieceId = film()
      .pieces.map(({ id }) => id)
      .join();
    stretchTo(sound({ startSec: 4, toSec: 9 }), { pieceId, fromSec: 1 });
    const { project } = documentStore.getState();
    expect(project && chartOf(project, pieceId)?.pace.length).toEqual({ by: 'whole', sec: 12.5 });
  });
});

describe('the beat and the notes', () => {
  it('are set for pieces and taken away', () => {
    const ids = film().pieces.map(({ id }) => id);
    setBeat({ bpm: 90, firstSec: 0, perBar: 3 });
    setOnBeat(2);
    setNotes(ids.join(), usualNotes);
    expect(film().pieces.map(({ onBeat, notes }) => [onBeat, notes])).toEqual([[2, usualNotes]]);
    setOnBeat(null, ids);
    setBeat(null);
    expect([film().beat, film().pieces.map(({ onBeat }) => onBeat)]).toEqual([null, [null]]);
  });
});

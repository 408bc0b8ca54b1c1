import { beforeEach, describe, expect, it, vi } from 'vitest';
import { knownFamilies } from '@/core/families/known';
import { defaultPace } from '@/core/project/defaults';
import { defaultDress } from '@/core/project/dress';
import { lookOf } from '@/core/project/look';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import type { FontLoader } from '@/render/fonts';
import { canvases, FakeCanvas } from '@/render/testing/fake-canvas';
import type { StageReport } from './protocol';
import { StagePlayer } from './stage-player';

/** The clock and the pictures of the screen, moved by hand. */
const screen = vi.hoisted(() => ({ nowMs: 0, waiting: [] as (() => void)[] }));
vi.hoisted(() => {
  vi.stubGlobal('self', {
    requestAnimationFrame: (callback: () => void) => screen.waiting.push(callback),
  });
});
vi.stubGlobal('OffscreenCanvas', FakeCanvas);
vi.spyOn(performance, 'now').mockImplementation(() => screen.nowMs);

/** Lets time pass, and the screen ask for its next picture. */
function pass(ms: number): void {
  screen.nowMs += ms;
  for (const callback of screen.waiting.splice(0)) callback();
}

const cube = cubeOf([
  [10, 20, 30],
  [40, 20, 30],
  [50, 25, 35],
]);
const project = raceProject();

function makePlayer() {
  const reports: StageReport[] = [];
  const asked: string[][] = [];
  const fonts = { ensure: async (families: string[]) => void asked.push([...families]), add: async () => undefined };
  const canvas = new FakeCanvas(640, 360);
  const player = new StagePlayer(canvas as never, fonts as unknown as FontLoader, (report) => reports.push(report));
  return { player, canvas, reports, asked, last: () => reports.at(-1) as StageReport };
}
async function staged(timeSec = 0) {
  const made = makePlayer();
  const overview = await made.player.setFilm(project, new Map([['c1', cube]]), timeSec, null);
  return { ...made, overview };
}

beforeEach(() => {
  screen.nowMs = 1000;
  screen.waiting.length = 0;
  canvases.length = 0;
});

describe('the stage', () => {
  it('loads the fonts of a film before it draws it, at the time that is asked for', async () => {
    const { asked, last, overview, canvas } = await staged(2);
    expect(asked[0]).toContain('Bricolage Grotesque');
    expect(overview.lengthSec).toBe(20);
    expect(last()).toMatchObject({ playing: false, readout: { timeSec: 2 } });
    expect(canvas.calls.some((call) => call.startsWith('fillText'))).toBe(true);
  });

  it('keeps within a film that has become shorter', async () => {
    const { player, last } = await staged(19);
    const short = raceProject({ pace: { ...defaultPace, length: { by: 'whole', sec: 5 } } });
    await player.setFilm(short, new Map(), 19, null);
    expect(last().readout.timeSec).toBe(5);
  });

  it('draws anew in another size, and not in the same', async () => {
    const { player, canvas, reports } = await staged();
    const before = reports.length;
    player.resize(640, 360);
    expect(reports).toHaveLength(before);
    player.resize(320, 180);
    expect([canvas.width, canvas.height, reports.length]).toEqual([320, 180, before + 1]);
  });

  it('goes where it is told, and lights a bar without touching the film', async () => {
    const { player, canvas, last } = await staged();
    player.seek(10);
    expect(last().readout.timeSec).toBe(10);
    const strokes = () => canvas.calls.filter((call) => call.startsWith('strokeRect')).length;
    const plain = strokes();
    player.highlight(0);
    expect(strokes()).toBe(plain + 1);
    player.highlight(null);
    expect(strokes()).toBe(plain + 1);
  });

  it('says what stands where', async () => {
    const { player } = await staged();
    const box = player.boxOf('stamp');
    expect(box?.widthPx).toBeGreaterThan(0);
    expect(player.hit((box?.x ?? 0) + 1, (box?.y ?? 0) + (box?.heightPx ?? 0) / 2)).toMatchObject({
      subject: { part: 'stamp' },
    });
    expect(player.boxOf('extra', 'nobody')).toBeNull();
    expect(player.plot()?.widthPx).toBeGreaterThan(100);
  });

  it('clears itself, and then has nothing to say', async () => {
    const { player } = await staged();
    player.clear();
    expect([player.plot(), player.boxOf('title'), player.hit(1, 1), await player.filmSpeed('mp4', 64, 36)]).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });
});

describe('playing', () => {
  it('follows the clock however late the pictures come, and ends at the film’s end', async () => {
    const { player, last } = await staged();
    player.play({ fromSec: 0, speed: 1, loop: null });
    pass(500);
    expect(last()).toMatchObject({ playing: true });
    expect(last().readout.timeSec).toBeCloseTo(0.5, 9);
    pass(7000);
    expect(last().readout.timeSec).toBeCloseTo(7.5, 9);
    pass(60_000);
    expect(last()).toMatchObject({ playing: false, readout: { timeSec: 20 } });
    expect(screen.waiting).toHaveLength(0);
  });

  it('goes round a span for ever, at any speed', async () => {
    const { player, last } = await staged();
    player.play({ fromSec: 4, speed: 2, loop: [4, 5] });
    pass(250);
    expect(last().readout.timeSec).toBeCloseTo(4.5, 9);
    pass(400);
    expect(last().readout.timeSec).toBeCloseTo(4.3, 9);
    pass(10_000);
    expect(last().readout.timeSec).toBeLessThan(5);
    expect(last().playing).toBe(true);
  });

  it('draws no picture twice', async () => {
    const { player, reports } = await staged();
    player.play({ fromSec: 0, speed: 1, loop: null });
    pass(10);
    const before = reports.length;
    // A frame lasts a sixtieth of a second.
    pass(1);
    pass(1);
    expect(reports).toHaveLength(before);
    pass(17);
    expect(reports).toHaveLength(before + 1);
  });

  it('goes on from a place that is sought, and stands still when it is paused', async () => {
    const { player, last, reports } = await staged();
    player.play({ fromSec: 0, speed: 1, loop: null });
    pass(100);
    player.seek(12);
    pass(100);
    expect(last().readout.timeSec).toBeCloseTo(12.1, 9);
    player.pause();
    const { length } = reports;
    pass(100);
    expect(reports).toHaveLength(length);
    expect(last().playing).toBe(false);
  });

  it('is not interrupted by an edit', async () => {
    const { player, last } = await staged();
    player.play({ fromSec: 3, speed: 1, loop: null });
    pass(100);
    await player.setFilm({ ...project, name: 'Other' }, new Map(), 0, null);
    pass(100);
    expect(last().readout.timeSec).toBeCloseTo(3.2, 9);
    expect(last().playing).toBe(true);
  });
});

describe('several pieces', () => {
  const two = {
    ...project,
    film: {
      ...project.film,
      pieces: project.film.pieces.flatMap((piece) => [
        piece,
        { ...piece, id: 'second', into: { ...piece.into, how: 'dissolve' as const, sec: 2 } },
      ]),
    },
  };

  it('are looked at where they play: one that is chosen comes on stage, one that the playhead is in stays', async () => {
    const { player, last } = await staged(3);
    const first = last().readout.pieceId;
    await player.setFilm(two, new Map(), 3, first);
    expect(last().readout.timeSec).toBe(3);
    const overview = await player.setFilm(two, new Map(), 3, 'second');
    expect(overview).toMatchObject({ pieceId: 'second', fromSec: 18, filmSec: 38 });
    expect(last().readout).toMatchObject({ timeSec: 20, pieceId: 'second' });
    expect(player.lookAt(first)).toMatchObject({ pieceId: first, fromSec: 0, filmSec: 38 });
    expect(last().readout.timeSec).toBe(20);
    player.clear();
    expect(player.lookAt('second')).toBeNull();
  });

  it('have small pictures, one each, and nothing to point at while one gives way to the other', async () => {
    const { player } = await staged();
    await player.setFilm(two, new Map(), 0, null);
    const pictures = await player.piecePictures(96);
    expect(pictures.map(({ width, height }) => [width, height])).toEqual([
      [96, 54],
      [96, 54],
    ]);
    player.seek(19);
    player.highlight(0);
    expect(player.hit(320, 180)).toEqual({ subject: { part: 'background' }, told: null });
    const going = player.piecePictures(96);
    player.clear();
    expect(await going).toEqual([]);
    expect(await player.piecePictures(96)).toEqual([]);
  });
});

describe('small pictures of looks', () => {
  it('are as wide as asked, and none are made of a film that is gone', async () => {
    const { player } = await staged();
    const look = lookOf(project, defaultDress, 'Mine');
    const pictures = await player.thumbnails([look, look], 160);
    expect(pictures.map(({ width, height }) => [width, height])).toEqual([
      [160, 90],
      [160, 90],
    ]);
    const going = player.thumbnails([look, look], 160);
    player.clear();
    expect(await going).toEqual([]);
  });
});

describe('small pictures of other charts', () => {
  it.each(knownFamilies.map(({ id }) => id))('%s: one at rest, or as many as move', async (id) => {
    const { player } = await staged();
    const still = await player.familyPictures(id, 160, 1);
    expect(still.map(({ width, height }) => [width, height])).toEqual([[160, 90]]);
    expect(await player.familyPictures(id, 120, 5)).toHaveLength(5);
  });

  it('are none of a film that is gone, or of none at all', async () => {
    const { player } = await staged();
    const going = player.familyPictures('lines', 160, 8);
    player.clear();
    expect(await going).toEqual([]);
    expect(await player.familyPictures('lines', 160, 1)).toEqual([]);
  });

  it('leave the chart on stage as it is', async () => {
    const { player } = await staged();
    const before = player.hit(100, 100);
    await player.familyPictures('columns', 160, 3);
    expect(player.hit(100, 100)).toEqual(before);
  });
});

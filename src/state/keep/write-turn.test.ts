import { describe, expect, it } from 'vitest';
import { FakeLocks } from '../testing/fake-locks';
import { WriteTurn } from './write-turn';

const settled = async () => {
  for (let i = 0; i < 10; i++) await Promise.resolve();
};

/** Some tabs that share a browser's locks, and what each was told. */
function tabs(count: number) {
  const locks = new FakeLocks();
  return Array.from({ length: count }, () => {
    const told: boolean[] = [];
    return { turn: new WriteTurn('work', locks, (ours) => told.push(ours)), told };
  });
}

describe('the turn to write', () => {
  it('belongs to the first tab that asks', async () => {
    const [first, second] = tabs(2);
    expect(await first?.turn.ask()).toBe(true);
    expect(await second?.turn.ask()).toBe(false);
    expect([first?.turn.ours, second?.turn.ours]).toEqual([true, false]);
  });

  it('comes to the next tab when the first one is closed', async () => {
    const [first, second] = tabs(2);
    await first?.turn.ask();
    await second?.turn.ask();
    first?.turn.end();
    await settled();
    expect(second?.turn.ours).toBe(true);
    expect(second?.told).toEqual([true]);
  });

  it('can be taken, and comes back when the taker is closed', async () => {
    const [first, second] = tabs(2);
    await first?.turn.ask();
    await second?.turn.ask();
    await second?.turn.take();
    await settled();
    expect([first?.turn.ours, second?.turn.ours]).toEqual([false, true]);
    expect(first?.told).toEqual([false]);
    second?.turn.end();
    await settled();
    expect(first?.told).toEqual([false, true]);
    expect(first?.turn.ours).toBe(true);
  });

  it('belongs to every tab where the browser has no locks', async () => {
    const turn = new WriteTurn('work', null, () => undefined);
    expect(await turn.ask()).toBe(true);
    expect(turn.ours).toBe(true);
  });
});

import { type Sound, soundSpan } from '@/core/project/sound';

/** Sounds in rows in which none lies over another: music first, then voices, each row as full as can be. */
export function soundRows(sounds: readonly Sound[], filmSec: number): Sound[][] {
  const rows: { readonly kind: Sound['kind']; readonly sounds: Sound[]; endSec: number }[] = [];
  const inOrder = [...sounds].sort(
    (a, b) => a.kind.localeCompare(b.kind) || a.startSec - b.startSec || a.id.localeCompare(b.id),
  );
  for (const sound of inOrder) {
    const [from, to] = soundSpan(sound, Number.POSITIVE_INFINITY);
    // What ends with the film ends there; what lies behind it still has its length.
    const end = Number.isFinite(to) ? to : Math.max(filmSec, from);
    const row = rows.find((each) => each.kind === sound.kind && each.endSec <= from + 1e-6);
    if (row) {
      row.sounds.push(sound);
      row.endSec = end;
    } else rows.push({ kind: sound.kind, sounds: [sound], endSec: end });
  }
  return rows.map((row) => row.sounds);
}

/** How near a time comes to something that it is drawn to, in CSS pixels. */
const NEAR_PX = 6;

/** A time, or the nearest of some others where that is near enough on the strip. */
export function drawnTo(sec: number, others: readonly number[], pxPerSec: number): number {
  let [best, least] = [sec, NEAR_PX / pxPerSec];
  for (const other of others) {
    const apart = Math.abs(other - sec);
    if (apart < least) [best, least] = [other, apart];
  }
  return best;
}

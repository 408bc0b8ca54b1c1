import { smoothStep } from '../motion/slots';
import type { SceneNode } from '../scene/scene';
import { movedPart } from './part-moves';
import type { PreparedCard, TimedPart } from './prepare-card';

/** How long the design’s own shapes take to come, times the seconds of a part. */
const DECOR_TIMES = 1.4;

/** What a card draws over its background at a moment: a pure function of the card and the time. @param timeSec Seconds from its start, clamped to it. */
export function cardNodes(prepared: PreparedCard, timeSec: number): SceneNode[] {
  const { card, clock, parts, decor } = prepared;
  const at = Math.min(clock.lengthSec, Math.max(0, timeSec));
  const gone = goneAt(prepared, at);
  const come = card.comeSec > 0 ? smoothStep(at / (card.comeSec * DECOR_TIMES)) : 1;
  return [
    ...decor({ come, gone, timeSec: at }),
    ...parts.flatMap((part) => (part.window ? rolling(prepared, part, at, gone) : partAt(prepared, part, at, gone))),
  ];
}

/** How far all of it is gone, in [0, 1]. */
function goneAt({ card, clock, goes }: PreparedCard, timeSec: number): number {
  if (!goes || card.goSec <= 0) return 0;
  const goSec = Math.min(card.goSec, clock.lengthSec);
  return smoothStep((timeSec - (clock.lengthSec - goSec)) / goSec);
}

function partAt({ card, measure }: PreparedCard, part: TimedPart, timeSec: number, gone: number): SceneNode[] {
  // What does not move is there from the start.
  const still = part.come === 'none' || card.comeSec <= 0;
  const come = still ? 1 : smoothStep((timeSec - part.fromSec) / card.comeSec);
  if (gone > 0 && part.go !== 'none') return movedPart(part, part.go, come * (1 - gone), true, measure);
  return movedPart(part, part.come, come, false, measure);
}

/** Credits go through their window from its foot to its top, evenly, in the time that the card has. */
function rolling({ clock, card, goes }: PreparedCard, part: TimedPart, timeSec: number, gone: number): SceneNode[] {
  const { window, box } = part;
  if (!window) return [];
  const fromSec = Math.min(part.fromSec, clock.lengthSec / 4);
  const toSec = clock.lengthSec - (goes ? Math.min(card.goSec, clock.lengthSec / 4) : 0);
  const share = Math.min(1, Math.max(0, (timeSec - fromSec) / Math.max(1e-9, toSec - fromSec)));
  const dy = window.heightPx * (1 - share) - box.heightPx * share;
  const shown = { kind: 'group', id: 'part:credits', children: part.nodes, shift: { dx: 0, dy } } as const;
  return [{ kind: 'group', id: 'part:credits:window', clip: window, opacity: 1 - gone, children: [shown] }];
}

import type { SlotTracks } from './slots';

/** A change of the lead: who takes it, from whom, and when exactly. */
export interface LeadChange {
  readonly timeSec: number;
  /** Series that takes the lead. */
  readonly to: number;
  /** Series that had it, or -1 where nobody had. */
  readonly from: number;
}

/** Every change of the first place, in order of time. */
export function findLeadChanges(tracks: SlotTracks): LeadChange[] {
  const taken: { timeSec: number; to: number }[] = [];
  let leader = -1;
  for (let k = 0; k < tracks.seriesCount; k++) {
    if (tracks.startRank[k] === 0) leader = k;
    for (let i = tracks.offset[k] ?? 0; i < (tracks.offset[k + 1] ?? 0); i++) {
      if (tracks.rankAfter[i] === 0) taken.push({ timeSec: tracks.timeSec[i] ?? 0, to: k });
    }
  }
  const changes: LeadChange[] = [];
  for (const { timeSec, to } of taken.sort((a, b) => a.timeSec - b.timeSec)) {
    if (to === leader) continue;

    changes.push({ timeSec, to, from: leader });
    leader = to;
  }
  return changes;
}

/** From when a workbook counts its days. */
export type DateSystem = '1900' | '1904' | 'open';

const DAY_MS = 86_400_000;
/** Day 0 of the two date systems of workbooks, in UTC. */
const EPOCH_1900_MS = Date.UTC(1899, 11, 30);
const EPOCH_1904_MS = Date.UTC(1904, 0, 1);

/**
 * A workbook's serial date as ISO 8601: a day, or a day with a time.
 *
 * @param serial Days since the system's day 0. In the 1900 system days 1 to 59 stand a day late, because of a leap day
 *   that never was; as the library counts the days of open documents, all days before the 60th do.
 */
export function serialToIso(serial: number, system: DateSystem): string {
  const late = (system === '1900' && serial > 0 && serial < 60) || (system === 'open' && serial < 60) ? 1 : 0;
  const epochMs = system === '1904' ? EPOCH_1904_MS : EPOCH_1900_MS;
  const ms = epochMs + Math.round((serial + late) * 86_400) * 1000;
  const date = new Date(ms);
  if (Number.isNaN(date.getTime())) return String(serial);
  const iso = date.toISOString();
  return ms % DAY_MS === 0 ? iso.slice(0, 10) : iso.slice(0, 19).replace('T', ' ');
}

const DAY_MS = 86_400_000;
/** Day 0 of the two date systems of workbooks, in UTC. */
const EPOCH_1900_MS = Date.UTC(1899, 11, 30);
const EPOCH_1904_MS = Date.UTC(1904, 0, 1);

/**
 * A workbook's serial date as ISO 8601: a day, or a day with a time.
 *
 * @param serial Days since the system's day 0; in the 1900 system days before the 60th stand a day late, because
 *   of a leap day that never was; the library counts days before 1900 the same way.
 */
export function serialToIso(serial: number, date1904: boolean): string {
  const late = !date1904 && serial < 60 ? 1 : 0;
  const epochMs = date1904 ? EPOCH_1904_MS : EPOCH_1900_MS;
  const ms = epochMs + Math.round((serial + late) * 86_400) * 1000;
  const date = new Date(ms);
  if (Number.isNaN(date.getTime())) return String(serial);
  const iso = date.toISOString();
  return ms % DAY_MS === 0 ? iso.slice(0, 10) : iso.slice(0, 19).replace('T', ' ');
}

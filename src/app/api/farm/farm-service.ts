import { Farm } from '@/farm/farm';
import { FarmError } from '@/farm/farm-error';
import { openStore } from '@/farm/store/open-store';
import type { FarmStore } from '@/farm/store/store';

/** The farm that this server was started with: TEMPO_QUEUE and TEMPO_STORE; null for none. */
export function farmPlaces(): { readonly queue: string; readonly store: string } | null {
  const { TEMPO_QUEUE: queue = '', TEMPO_STORE: store = '' } = process.env;
  return queue !== '' && store !== '' ? { queue, store } : null;
}

/** What is kept between requests; a development server loads this file anew whenever it changes. */
const kept = globalThis as unknown as { tempoFarm?: { readonly queue: string; readonly farm: Promise<Farm> } };

/** The farm's queue, connected once. @throws FarmError where it cannot be reached. */
async function connected(queue: string): Promise<Farm> {
  const known = kept.tempoFarm?.queue === queue ? kept.tempoFarm.farm : null;
  const farm = known ?? Farm.open(queue);
  kept.tempoFarm = { queue, farm };
  // One that could not be reached is tried again the next time.
  farm.catch(() => {
    if (kept.tempoFarm?.farm === farm) kept.tempoFarm = undefined;
  });
  return farm;
}

/** What a request is answered with. */
export interface FarmDesk {
  readonly farm: Farm;
  readonly store: FarmStore;
}

const statusOf: Partial<Record<FarmError['code'], number>> = { 'bad-job': 400, 'store-missing': 410 };

/**
 * Answers a request to the farm: not at all where there is none, and with words where it does not answer.
 *
 * @param changes Only this app's own page may ask for it, not another one that is open in the same browser.
 */
export async function answered(
  request: Request,
  changes: boolean,
  answer: (desk: FarmDesk) => Promise<Response>,
): Promise<Response> {
  const places = farmPlaces();
  if (!places) return Response.json({ message: 'This server has no farm.' }, { status: 404 });
  if (changes && !isOwn(request))
    return Response.json({ message: 'Only the page of this app may ask for that.' }, { status: 403 });
  try {
    const farm = await connected(places.queue);
    return await answer({ farm, store: await openStore(places.store, `app-${process.pid}`) });
  } catch (error) {
    if (!(error instanceof FarmError)) throw error;
    return Response.json({ message: error.message }, { status: statusOf[error.code] ?? 503 });
  }
}

/** Does it come from this app's own page? Browsers say where a request comes from, and no page can change that. */
function isOwn(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site');
  if (site !== null) return site === 'same-origin';
  const origin = request.headers.get('origin');
  return origin !== null && URL.canParse(origin) && new URL(origin).host === request.headers.get('host');
}

/** The number of a job in an address. @throws FarmError `bad-job` for none. */
export function jobNumber(text: string): number {
  const job = Number(text);
  if (!Number.isSafeInteger(job) || job < 1) throw new FarmError('bad-job', `“${text}” is no number of a job.`);
  return job;
}

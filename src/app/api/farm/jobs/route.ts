import { FarmError } from '@/farm/farm-error';
import { productVersion, versionForJob } from '@/farm/own-version';
import { readOrder } from '@/farm/read-order';
import { storeMark } from '@/farm/store/store-mark';
import { submit } from '@/farm/submit';
import { usualPriority, usualSpanSec } from '@/farm/submit-limits';
import { answered } from '../farm-service';

/**
 * Takes films as a form: `order` as JSON, and each file under the name of its asset. Answers with the number of the job.
 */
export function POST(request: Request): Promise<Response> {
  return answered(request, true, async ({ farm, store }) => {
    const form = await request.formData().catch(() => null);
    const sent = form?.get('order');
    if (!form || typeof sent !== 'string')
      throw new FarmError('bad-job', 'The films did not arrive whole. Send them again.');
    const assets = new Map<string, Uint8Array>();
    for (const [id, file] of form) if (file instanceof Blob) assets.set(id, new Uint8Array(await file.arrayBuffer()));
    const { name, films } = readOrder(parsed(sent), assets);
    const own = { product: productVersion(process.cwd()), store: await storeMark(store) };
    const version = await versionForJob(farm, own, null, false);
    const setting = { name, version, spanSec: usualSpanSec, priority: usualPriority };
    const { job } = await submit(farm, store, films, setting);
    return Response.json({ job });
  });
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new FarmError('bad-job', 'The films did not arrive whole. Send them again.');
  }
}

import { createReadStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { FarmError } from '@/farm/farm-error';
import { statusOf } from '@/farm/status';
import { answered, jobNumber } from '../../../../farm-service';

interface Place {
  readonly params: Promise<{ readonly job: string; readonly film: string }>;
}

/** Hands out a finished film, by the name of its file. */
export async function GET(request: Request, { params }: Place): Promise<Response> {
  const { job, film } = await params;
  return answered(request, false, async ({ farm, store }) => {
    const { finished } = await statusOf(farm, jobNumber(job));
    const found = finished.find(({ name }) => name === film);
    if (!found) throw new FarmError('bad-job', `Job ${job} has no finished film “${film}”.`);
    const folder = await mkdtemp(path.join(os.tmpdir(), 'tempo-film-'));
    const file = path.join(folder, 'film');
    const tidy = () => rm(folder, { recursive: true, force: true });
    if (!(await store.readInto(found.key, file))) {
      await tidy();
      throw new FarmError('store-missing', `${store.place} has no ${found.key} any more.`);
    }
    const { size } = await stat(file);
    const stream = createReadStream(file);
    stream.once('close', () => void tidy());
    const type = path.extname(film) === '.mp4' ? 'video/mp4' : 'video/webm';
    return new Response(Readable.toWeb(stream) as ReadableStream<Uint8Array<ArrayBuffer>>, {
      headers: {
        'content-type': type,
        'content-length': String(size),
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(film)}`,
      },
    });
  });
}

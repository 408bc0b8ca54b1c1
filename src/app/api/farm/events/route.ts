import type { FarmNews, JobStatus } from '@/core/project/farm-job';
import type { Farm } from '@/farm/farm';
import { FarmError } from '@/farm/farm-error';
import { statusOf } from '@/farm/status';
import { answered, jobNumber } from '../farm-service';

const LOOK_MS = 1000;
const PATIENCE_MS = 5000;

/** Tells how jobs stand, whenever that changes, for as long as the page listens: `?jobs=1,2`. */
export function GET(request: Request): Promise<Response> {
  const asked = (new URL(request.url).searchParams.get('jobs') ?? '').split(',').filter(Boolean);
  return answered(request, false, async ({ farm }) => {
    const jobs = asked.map(jobNumber);
    const encoder = new TextEncoder();
    let told = '';
    let timer: NodeJS.Timeout | undefined;
    let over = false;
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        const end = () => {
          over = true;
          clearTimeout(timer);
        };
        request.signal.addEventListener('abort', end);
        const look = async () => {
          const news = JSON.stringify(await Promise.race([newsOf(farm, jobs), silence(farm.place)]));
          if (over) return;
          // A line without news keeps the connection open, and finds out that it is not.
          controller.enqueue(encoder.encode(news === told ? ': still here\n\n' : `data: ${news}\n\n`));
          told = news;
          timer = setTimeout(() => void look(), LOOK_MS);
        };
        void look();
      },
      cancel() {
        over = true;
        clearTimeout(timer);
      },
    });
    return new Response(stream, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
    });
  });
}

/** What is told where the queue does not answer in time: it waits for it, and the page should not. */
async function silence(place: string): Promise<FarmNews> {
  await new Promise((resolve) => setTimeout(resolve, PATIENCE_MS).unref());
  return {
    jobs: [],
    gone: [],
    trouble: `The queue ${place} does not answer. What is under way goes on when it is back.`,
  };
}

async function newsOf(farm: Farm, jobs: readonly number[]): Promise<FarmNews> {
  const found: JobStatus[] = [];
  const gone: number[] = [];
  let trouble = '';
  for (const job of jobs) {
    try {
      found.push(await statusOf(farm, job));
    } catch (error) {
      if (error instanceof FarmError && error.code === 'bad-job') gone.push(job);
      else trouble = error instanceof Error ? error.message : String(error);
    }
  }
  return { jobs: found, gone, trouble };
}

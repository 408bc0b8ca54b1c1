import { cancel, retry } from '@/farm/change-job';
import { answered, jobNumber } from '../../../farm-service';

interface Place {
  readonly params: Promise<{ readonly job: string; readonly change: string }>;
}

/** Cancels a job, or takes it up again: `cancel` or `retry`. */
export async function POST(request: Request, { params }: Place): Promise<Response> {
  const { job, change } = await params;
  if (change !== 'cancel' && change !== 'retry') return new Response(null, { status: 404 });
  return answered(request, true, async ({ farm }) => {
    if (change === 'cancel') await cancel(farm, jobNumber(job));
    else await retry(farm, jobNumber(job));
    return Response.json({ job: jobNumber(job) });
  });
}

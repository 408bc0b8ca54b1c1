/** Trouble that tests can switch on with `?trouble=`: a slow service, one that fails always, or only at first. */
const troubles = ['slow', 'down', 'flaky'] as const;
const SLOW_MS = 1500;
const USUAL_MS = 120;

/** Waits as a service far away would, and answers with a failure when that is asked for; null when all is well. */
export async function meetTrouble(request: Request): Promise<Response | null> {
  const query = new URL(request.url).searchParams;
  const trouble = troubles.find((each) => each === query.get('trouble'));
  await new Promise((resolve) => setTimeout(resolve, trouble === 'slow' ? SLOW_MS : USUAL_MS));
  const failsNow = trouble === 'down' || (trouble === 'flaky' && query.get('attempt') === '1');
  return failsNow ? Response.json({ message: 'The service is being looked after.' }, { status: 503 }) : null;
}

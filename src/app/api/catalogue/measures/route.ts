import { measures } from '../made-up-data';
import { meetTrouble } from '../trouble';

/** The measures of the catalogue. */
export async function GET(request: Request): Promise<Response> {
  return (await meetTrouble(request)) ?? Response.json({ measures });
}

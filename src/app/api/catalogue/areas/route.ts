import { areas } from '../made-up-data';
import { meetTrouble } from '../trouble';

const PAGE = 20;

/** The areas of the catalogue, twenty a page. */
export async function GET(request: Request): Promise<Response> {
  const trouble = await meetTrouble(request);
  if (trouble) return trouble;
  const page = Math.max(1, Number(new URL(request.url).searchParams.get('page')) || 1);
  const pages = Math.ceil(areas.length / PAGE);
  return Response.json({ areas: areas.slice((page - 1) * PAGE, page * PAGE), page, pages });
}

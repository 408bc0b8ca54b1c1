import { placeOf } from '@/farm/connection';
import { farmPlaces } from './farm-service';

export const dynamic = 'force-dynamic';

/** Whether films can be sent to a farm, and where they would go. */
export function GET(): Response {
  const places = farmPlaces();
  return Response.json({ farm: places && { queue: placeOf(places.queue), store: places.store } });
}

import { spanWords } from '../../../chart/words';
import { spacingAt } from '../../../motion/moments';
import { placesOnce } from '../../../motion/race';
import { stepAt } from '../../../motion/slots';
import { totalAt } from '../../../motion/totals';
import { plainLine } from '../../../scene/text-fit';
import type { ToldStandings } from './course';

/** The words of one token at a moment; null for what is no token. Cost: O(n log P). */
export function standingsToken(told: ToldStandings, token: string, timeSec: number): string | null {
  const { course, cube, formatValue, periodLabels } = told;
  const { step, s } = stepAt(course.clock, timeSec);
  if (token === 'period') return periodLabels[s >= 1 ? step + 1 : step] ?? '';
  if (token === 'total') return formatValue(totalAt(course.totals(), step, s));
  if (token === 'reign') return reignAt(told, timeSec);
  const wanted = token === 'second' ? 1 : token === 'leader' || token === 'value' ? 0 : -1;
  if (wanted < 0) return null;
  const place = placesOnce(course.race, timeSec).find(({ rank }) => rank === wanted);
  if (!place) return '–';
  return token === 'value'
    ? formatValue(place.value)
    : plainLine((cube.categories[place.category] ?? '').slice(0, 120));
}

function reignAt({ course, cube }: ToldStandings, timeSec: number): string {
  let since = 0;
  for (const sec of course.leadSec()) if (sec <= timeSec) since = sec;
  return spanWords(cube.kind, spacingAt(course.race, cube, timeSec) - spacingAt(course.race, cube, since));
}

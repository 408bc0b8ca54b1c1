import { fillTokens, spanWords } from '../../../chart/words';
import type { RankOrder } from '../../../motion/choices';
import { findCourseMoments } from '../../../motion/course-moments';
import { type FilmMoment, findMoments } from '../../../motion/moments';
import { standsStill } from '../../../pace/film-clock';
import { plainLine } from '../../../scene/text-fit';
import type { ToldMoment } from '../../family';
import type { ToldStandings } from './course';

/** More moments than this nobody reads; the greatest are kept. */
const MAX_MOMENTS = 400;

/**
 * The moments of a race in the words of its chart. Entries and exits give way where there are too many.
 *
 * @param courses Are values told too, with their highest and lowest, their steepest rises, and who crosses whom?
 */
export function standingsMoments(told: ToldStandings, order: RankOrder, courses = false): ToldMoment[] {
  // In a film of one moment nothing happens.
  if (standsStill(told.course.clock)) return [];
  const found = findMoments(told.course.race, told.cube, order);
  const all = courses
    ? [...found, ...findCourseMoments(told.course.race)].sort((a, b) => a.timeSec - b.timeSec)
    : found;
  const weighty = all.filter(({ kind }) => kind !== 'entry' && kind !== 'exit');
  const kept = all.length <= MAX_MOMENTS ? all : weighty.slice(0, MAX_MOMENTS);
  return kept.map((moment, i) => ({
    ...moment,
    id: `${moment.kind}-${i}`,
    words: momentWords(moment, told.chart.own.momentWords[moment.kind] ?? '', told),
  }));
}

/** A moment in words, by a template with `{name}`, `{other}`, `{value}`, `{places}`, `{change}`, `{length}` and `{when}`. */
export function momentWords(
  moment: FilmMoment,
  template: string,
  { cube, periodLabels, formatValue }: Pick<ToldStandings, 'cube' | 'periodLabels' | 'formatValue'>,
): string {
  const name = (category: number) => plainLine((cube.categories[category] ?? '').slice(0, 120));
  const words: Readonly<Record<string, string>> = {
    name: name(moment.category),
    other: moment.other < 0 ? 'nobody' : name(moment.other),
    value: formatValue(moment.value),
    places: String(moment.places),
    change: formatValue(Math.abs(moment.change)),
    length: spanWords(cube.kind, moment.lasts),
    when: periodLabels[moment.period] ?? '',
  };
  return fillTokens(template, (token) => words[token] ?? null);
}

import { momentKinds } from '../../../motion/choices';
import type { Chart } from '../../../project/chart';
import { type ControlSpec, choices } from '../../../project/control-spec';
import type { SchemaParts } from '../../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../../project/moment-words';
import type { TellsMoments } from '../standings/course';

/** In which order shares stand: the greatest first, or as in the table. */
export const shareOrders = ['largest', 'table'] as const;
/** What becomes of what has no share of its own: it is gathered into one, or left out of the whole. */
export const rests = ['gather', 'leave'] as const;

/** What a chart of shares keeps of its own. */
export interface SharesOwn extends TellsMoments {
  /** Shares of their own at most: the greatest. */
  readonly places: number;
  readonly order: (typeof shareOrders)[number];
  readonly rest: (typeof rests)[number];
  /** A share below this one, in [0, 0.25], is gathered with the rest. */
  readonly under: number;
  readonly restName: string;
}

/** Shares that there may be. */
export const sharesRange = [1, 40] as const;
/** The share under which a category is gathered. */
export const underRange = [0, 0.25] as const;
const FIRST_SHARES = 8;
const REST_NAME_LENGTH = 120;

/** What a new chart of shares starts with. */
export const usualShares = {
  places: FIRST_SHARES,
  order: 'largest',
  rest: 'gather',
  under: 0,
  restName: 'All others',
  momentWords: usualMomentWords,
} as const;

/** The part of a family's schema that is about shares. */
export function sharesSchema(
  { number, oneOf, record, text, whole }: SchemaParts,
  range: readonly [number, number] = sharesRange,
) {
  return {
    places: whole(range, '', 'Shares of their own at most: the greatest'),
    order: oneOf(shareOrders, 'The greatest share first, or as in the table'),
    rest: oneOf(rests, 'What has no share of its own is gathered into one, or left out of the whole'),
    under: number(underRange, 'share', 'A share below this one is gathered with the rest'),
    restName: text('How the gathered rest is called', REST_NAME_LENGTH),
    momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
  };
}

const step = 'dress' as const;

/** How many shares there are, in what order, and what becomes of the rest. */
export function sharesControls(marks: string, range: readonly [number, number] = sharesRange): readonly ControlSpec[] {
  return [
    {
      id: 'shares-places',
      path: 'own.places',
      step,
      label: `${marks} at most`,
      words: 'number of slices shares top limit',
      input: { kind: 'number', range, step: 1, unit: '', decimals: 0 },
    },
    {
      id: 'shares-order',
      path: 'own.order',
      step,
      label: 'In order',
      words: 'sort largest table fixed',
      input: {
        kind: 'pick',
        choices: choices([
          ['largest', 'Greatest first'],
          ['table', 'As in the table'],
        ]),
      },
    },
    {
      id: 'shares-rest',
      path: 'own.rest',
      step,
      label: 'All others',
      words: 'rest other gather remainder whole total',
      input: {
        kind: 'pick',
        choices: choices([
          ['gather', 'Gathered into one'],
          ['leave', 'Left out', 'What is shown is then the whole.'],
        ]),
      },
    },
    {
      id: 'shares-under',
      path: 'own.under',
      step,
      label: 'Gathered too where under',
      words: 'limit cutoff small slices other',
      input: { kind: 'number', range: underRange, step: 0.5, unit: '%', times: 100, decimals: 1 },
      when: [{ path: 'own.rest', is: ['gather'] }],
    },
    {
      id: 'shares-rest-name',
      path: 'own.restName',
      step,
      label: 'Called',
      words: 'others name rest',
      input: { kind: 'text', maxLength: REST_NAME_LENGTH, row: true },
      when: [{ path: 'own.rest', is: ['gather'] }],
    },
  ];
}

/** The words of the moments of a race, of a chart that may know more. */
function wordsOfRace(words: MomentWords): MomentWords {
  return Object.fromEntries(momentKinds.map((kind) => [kind, words[kind] ?? usualMomentWords[kind]])) as MomentWords;
}

/** What can be kept of a chart of another family that has places. */
export function fromPlaces({ own }: Chart): Partial<SharesOwn> {
  const { momentWords, order } = (own ?? {}) as Partial<SharesOwn>;
  return {
    ...(momentWords ? { momentWords: wordsOfRace(momentWords) } : {}),
    ...(order === 'table' ? { order } : {}),
  };
}

import { type AwkwardTable, values } from './table';

/** Values in many notations. */
export const numbers: readonly AwkwardTable[] = [
  values('marks behind', ['1,234*', '1,300', '1,400†'], [1234, 1300, 1400], { says: ['marked-values'] }),
  values('letters in brackets behind', ['12.5 (e)', '13', '14 (e)'], [12.5, 13, 14], { says: ['marked-values'] }),
  values('letters behind', ['910 p', '920', '930 r'], [910, 920, 930], { says: ['marked-values'] }),
  values('letters stuck behind', ['910p', '920', '930e'], [910, 920, 930], { says: ['marked-values'] }),
  values('about', ['~500', '≈600', 'c. 700'], [500, 600, 700], { says: ['marked-values'] }),
  values('less than', ['<5', '12', '<5'], [5, 12, 5], { says: ['limit-values'] }),
  values('raised figures', ['620¹', '630', '640²'], [620, 630, 640], { says: ['marked-values'] }),
  values('notes in square brackets', ['620[a]', '630', '640 [b]'], [620, 630, 640], { says: ['marked-values'] }),
  values('a unit', ['3849 kg', '3900 kg', '4000 kg'], [3849, 3900, 4000]),
  values('a unit with a sign', ['12 km²', '13 km²', '14 km²'], [12, 13, 14]),
  values('millions', ['1.2M', '1.3M', '1.45M'], [1_200_000, 1_300_000, 1_450_000]),
  values('thousands and millions', ['850k', '1.2M', '2.05B'], [850_000, 1_200_000, 2_050_000_000]),
  values('millions in words', ['1.2 million', '1.3 million', '2 billion'], [1_200_000, 1_300_000, 2_000_000_000]),
  values('millions in German', ['3,5 Mio.', '4,25 Mio.', '1,1 Mrd.'], [3_500_000, 4_250_000, 1_100_000_000]),
  values('metres', ['120m', '130m', '145m'], [120, 130, 145], { says: [] }),
  values('millimetres', ['12mm', '13mm', '14.5mm'], [12, 13, 14.5], { says: [] }),
  values('thousands beside what may be metres', ['850k', '1.2m', '900k'], [850_000, 1.2, 900_000], {
    says: ['mixed-units'],
  }),
  values('bounds with a decimal comma', ['<0,5', '1,25', '<0,5'], [0.5, 1.25, 0.5], {
    says: ['limit-values'],
    offers: ['recode'],
  }),
  values('millions of money', ['$1.2M', '$1.3m', '$2bn'], [1_200_000, 1_300_000, 2_000_000_000]),
  values('percent', ['12 %', '13.5 %', '14%'], [12, 13.5, 14]),
  values('exponents', ['1.2e3', '1.3E+3', '1.4e3'], [1200, 1300, 1400]),
  values('spaces of thousands', ['1 234', '12 345', '123 456'], [1234, 12345, 123456], { says: [] }),
  values('brackets for less than nothing', ['(120)', '130', '(1,400)'], [-120, 130, -1400], { says: [] }),
  values('a minus of the printers', ['−120', '–130', '140'], [-120, -130, 140], { says: [] }),
  values('missing in words', ['n/a', '..', '12'], [null, null, 12], { says: [] }),
  values('missing in more words', ['no data', 'not available', '12'], [null, null, 12]),
  values('missing by an error', ['#N/A', '#DIV/0!', '12'], [null, null, 12], { says: ['error-cell'] }),
  values('missing as statistics offices have it', ['x', ':', '12'], [null, null, 12]),
  values('missing as single letters', ['c', 'z', '12'], [null, null, 12]),
];

/** A table as people have them, and what a careful reader sees in it. */
export interface AwkwardTable {
  /** What is awkward about it. */
  readonly about: string;
  readonly text: string;
  readonly file?: string;
  /** Kind of the periods; the first, the last and how many. */
  readonly periods: readonly [kind: string, first: string, last: string, count: number];
  /** Names in the order of the table; not looked at when left out. */
  readonly names?: readonly string[];
  /** Values to look up, by period and name. */
  readonly values?: readonly (readonly [period: string, name: string, value: number | null])[];
  /** Codes of everything that is said, each once, in order of the alphabet; not looked at when left out. */
  readonly says?: readonly string[];
  /** Kinds of steps that are offered or taken, some of those that there are. */
  readonly offers?: readonly string[];
}

type Periods = AwkwardTable['periods'];

/** A long table of two names over some periods. @param column What the periods' column is called. */
function long(
  about: string,
  column: string,
  texts: readonly string[],
  periods: Periods,
  more: Partial<AwkwardTable> = {},
) {
  const quoted = texts.map((text) => (/[",]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text));
  const rows = quoted.flatMap((text, i) => [`${text},Oyle,${10 + i}`, `${text},Pell,${20 + 2 * i}`]);
  const values = [
    [periods[1], 'Oyle', 10],
    [periods[2], 'Pell', 20 + 2 * (texts.length - 1)],
  ] as const;
  return {
    about,
    text: [`${column},Harbour,People`, ...rows].join('\n'),
    periods,
    names: ['Oyle', 'Pell'],
    values,
    says: [],
    ...more,
  };
}

/** A wide table of two names with the periods as columns. */
function across(about: string, headers: readonly string[], periods: Periods, more: Partial<AwkwardTable> = {}) {
  const quoted = headers.map((text) => (/[",]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text));
  const rows = ['Oyle', 'Pell'].map((name, n) => [name, ...headers.map((_, i) => 10 + i + 10 * n)].join(','));
  const values = [
    [periods[1], 'Oyle', 10],
    [periods[2], 'Pell', 20 + headers.length - 1],
  ] as const;
  return {
    about,
    text: [`Harbour,${quoted.join(',')}`, ...rows].join('\n'),
    periods,
    names: ['Oyle', 'Pell'],
    values,
    says: [],
    ...more,
  };
}

/** A long table of years whose values are written in some way. */
function values(
  about: string,
  texts: readonly string[],
  read: readonly (number | null)[],
  more: Partial<AwkwardTable> = {},
) {
  const quoted = texts.map((text) => (/[",]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text));
  const rows = quoted.map((text, i) => `${2001 + i},Oyle,${text}\n${2001 + i},Pell,${5 + i}`);
  const last = 2000 + texts.length;
  return {
    about,
    text: ['Year,Harbour,People', ...rows].join('\n'),
    periods: ['year', '2001', String(last), texts.length] as Periods,
    names: ['Oyle', 'Pell'],
    values: read.map((value, i) => [String(2001 + i), 'Oyle', value] as const),
    ...more,
  };
}

const year = (first: string, last: string, count: number): Periods => ['year', first, last, count];
const month = (first: string, last: string, count: number): Periods => ['month', first, last, count];
const quarter = (first: string, last: string, count: number): Periods => ['quarter', first, last, count];

/** Names of columns that are periods with something around them. */
const headers: readonly AwkwardTable[] = [
  across('years with a star', ['2012', '2013*', '2014*'], year('2012', '2014', 3)),
  across('years with a letter', ['2012', '2013', '2014p'], year('2012', '2014', 3)),
  across('years with a word in brackets', ['2012', '2013 (prelim.)', '2014 (est.)'], year('2012', '2014', 3)),
  across('years with a raised figure', ['2012', '2013¹', '2014²'], year('2012', '2014', 3)),
  across('years with a dagger', ['2012', '2013†', '2014‡'], year('2012', '2014', 3)),
  across('years with a note in square brackets', ['2012', '2013[1]', '2014 [2]'], year('2012', '2014', 3)),
  across('one measure before years', ['Sales 2012', 'Sales 2013', 'Sales 2014'], year('2012', '2014', 3)),
  across('a letter before years', ['y2012', 'y2013', 'y2014'], year('2012', '2014', 3)),
  across('X before years', ['X2012', 'X2013', 'X2014'], year('2012', '2014', 3)),
  across('one measure behind years', ['2012_value', '2013_value', '2014_value'], year('2012', '2014', 3)),
  across(
    'one measure behind years, in brackets',
    ['2012 (people)', '2013 (people)', '2014 (people)'],
    year('2012', '2014', 3),
  ),
  across('a word before years', ['YEAR 2004', 'YEAR 2005', 'YEAR 2006'], year('2004', '2006', 3)),
  across('in before years', ['in 2004', 'in 2005', 'in 2006'], year('2004', '2006', 3)),
  across('years as decimals', ['2004.0', '2005.0', '2006.0'], year('2004', '2006', 3)),
  across('statistics offices name twice', ['1990 [YR1990]', '1991 [YR1991]', '1992 [YR1992]'], year('1990', '1992', 3)),
  across('months by name', ['Jan 2004', 'Feb 2004', 'Mar 2004'], month('2004-01', '2004-03', 3)),
  across('months by short years', ['Jan-04', 'Feb-04', 'Mar-04'], month('2004-01', '2004-03', 3)),
  across('months with an apostrophe', ["Jan '04", "Feb '04", "Mar '04"], month('2004-01', '2004-03', 3)),
  across('quarters', ['Q1 2004', 'Q2 2004', 'Q3 2004'], quarter('2004-Q1', '2004-Q3', 3)),
  across('quarters with a mark', ['2004Q1', '2004Q2', '2004Q3*'], quarter('2004-Q1', '2004-Q3', 3)),
  across('seasons', ['1990/91', '1991/92', '1992/93'], year('1990', '1992', 3)),
  across('seasons in a dash', ['1990–91', '1991–92', '1992–93'], year('1990', '1992', 3)),
  across('five years each', ['1990-94', '1995-99', '2000-04'], year('1990', '2000', 3)),
  across('five years each in full', ['1990–1994', '1995–1999', '2000–2004'], year('1990', '2000', 3)),
  across('decades', ['1980s', '1990s', '2000s'], year('1980', '2000', 3)),
  {
    about: 'an average behind the years is no year',
    text: 'Harbour,2001,2002,2003,Average 2001-2003\nOyle,1,2,3,2\nPell,4,5,6,5',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    says: ['column-left-out'],
  },
  {
    about: 'a year among years that cannot be read is told',
    text: 'Harbour,2001,2002,2oo3,2004\nOyle,1,2,3,4\nPell,4,5,6,7',
    periods: year('2001', '2004', 3),
    says: ['column-left-out'],
  },
  {
    about: 'two measures side by side',
    text: 'Harbour,Catch 2001,Catch 2002,Depth 2001,Depth 2002\nOyle,1,2,30,40\nPell,4,5,60,70',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 5]],
  },
];

/** Columns of periods in many notations. */
const columns: readonly AwkwardTable[] = [
  long('years with marks', 'Year', ['2011', '2012*', '2013p', '2014 (e)'], year('2011', '2014', 4)),
  long('years with spaces of thousands', 'Year', ['2 011', '2 012', '2 013'], year('2011', '2013', 3)),
  long('years with commas of thousands', 'Year', ['2,011', '2,012', '2,013'], year('2011', '2013', 3)),
  long('years before our era', 'Year', ['500 BC', '400 BC', '300 BC', '100 AD'], year('-0499', '0100', 4)),
  long('negative years', 'Year', ['-500', '-400', '-300', '100'], year('-0500', '0100', 4)),
  long('early years', 'Year', ['800', '900', '1000', '1100'], year('0800', '1100', 4)),
  long('centuries', 'Century', ['17th century', '18th century', '19th century'], year('1600', '1800', 3)),
  long('decades', 'Decade', ['1980s', '1990s', '2000s'], year('1980', '2000', 3)),
  long('spans of years', 'Period', ['1990-1994', '1995-1999', '2000-2004'], year('1990', '2000', 3)),
  long('spans of years, shortened', 'Period', ['1990–94', '1995–99', '2000–04'], year('1990', '2000', 3)),
  long('spans with to', 'Period', ['1990 to 1994', '1995 to 1999', '2000 to 2004'], year('1990', '2000', 3)),
  long('fiscal years', 'Year', ['FY 2003/04', 'FY 2004/05', 'FY 2005/06'], year('2003', '2005', 3)),
  long('fiscal years, short', 'Year', ['FY03', 'FY04', 'FY05'], year('2003', '2005', 3)),
  long('fiscal quarters', 'Quarter', ['Q1 FY2004', 'Q2 FY2004', 'Q3 FY2004'], quarter('2004-Q1', '2004-Q3', 3)),
  long(
    'quarters in words',
    'Quarter',
    ['Quarter 1, 2019', 'Quarter 2, 2019', 'Quarter 3, 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters in ordinals',
    'Quarter',
    ['1st quarter 2019', '2nd quarter 2019', '3rd quarter 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters in ordinal words',
    'Quarter',
    ['First quarter 2019', 'Second quarter 2019', 'Third quarter 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters in Roman figures',
    'Quarter',
    ['I/2019', 'II/2019', 'III/2019', 'IV/2019'],
    quarter('2019-Q1', '2019-Q4', 4),
  ),
  long(
    'quarters in Roman figures, year first',
    'Quarter',
    ['2019 I', '2019 II', '2019 III', '2019 IV'],
    quarter('2019-Q1', '2019-Q4', 4),
  ),
  long(
    'quarters as spans of months',
    'Quarter',
    ['Jan-Mar 2019', 'Apr-Jun 2019', 'Jul-Sep 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters as spans of months, year first',
    'Quarter',
    ['2019 Jan-Mar', '2019 Apr-Jun', '2019 Jul-Sep'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long('quarters in Danish', 'Kvartal', ['2019K1', '2019K2', '2019K3'], quarter('2019-Q1', '2019-Q3', 3)),
  long('quarters in Swedish', 'Kvartal', ['kv1 2019', 'kv2 2019', 'kv3 2019'], quarter('2019-Q1', '2019-Q3', 3)),
  long('quarters in French', 'Trimestre', ['T1 2019', 'T2 2019', 'T3 2019'], quarter('2019-Q1', '2019-Q3', 3)),
  long(
    'quarters in French words',
    'Trimestre',
    ['1er trimestre 2019', '2e trimestre 2019', '3e trimestre 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters in German',
    'Quartal',
    ['1. Quartal 2019', '2. Quartal 2019', '3. Quartal 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters in Spanish',
    'Trimestre',
    ['1º trimestre de 2019', '2º trimestre de 2019', '3º trimestre de 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long(
    'quarters in Polish',
    'Kwartał',
    ['I kwartał 2019', 'II kwartał 2019', 'III kwartał 2019'],
    quarter('2019-Q1', '2019-Q3', 3),
  ),
  long('months year first', 'Month', ['2003/1', '2003/2', '2003/11'], month('2003-01', '2003-11', 3)),
  long('months in digits', 'Month', ['200301', '200302', '200303', '200304'], month('2003-01', '2003-04', 4)),
  long('months with M', 'Month', ['2003M01', '2003M02', '2003M03'], month('2003-01', '2003-03', 3)),
  long('months in German', 'Monat', ['Januar 2003', 'Februar 2003', 'März 2003'], month('2003-01', '2003-03', 3)),
  long('months in German, short', 'Monat', ['Jän. 03', 'Feb. 03', 'Mrz. 03'], month('2003-01', '2003-03', 3)),
  long(
    'months in French',
    'Mois',
    ['janv. 2003', 'févr. 2003', 'mars 2003', 'août 2003'],
    month('2003-01', '2003-08', 4),
  ),
  long(
    'months in French without accents',
    'Mois',
    ['janvier 2003', 'fevrier 2003', 'aout 2003', 'decembre 2003'],
    month('2003-01', '2003-12', 4),
  ),
  long(
    'months in Spanish',
    'Mes',
    ['enero de 2003', 'febrero de 2003', 'diciembre de 2003'],
    month('2003-01', '2003-12', 3),
  ),
  long('months in Portuguese', 'Mês', ['jan/03', 'fev/03', 'dez/03'], month('2003-01', '2003-12', 3)),
  long('months in Italian', 'Mese', ['gen-03', 'feb-03', 'dic-03'], month('2003-01', '2003-12', 3)),
  long('months in Dutch', 'Maand', ['maart 2003', 'mei 2003', 'okt. 2003'], month('2003-03', '2003-10', 3)),
  long('months in Polish', 'Miesiąc', ['styczeń 2003', 'luty 2003', 'grudzień 2003'], month('2003-01', '2003-12', 3)),
  long('months in Czech', 'Měsíc', ['leden 2003', 'únor 2003', 'prosinec 2003'], month('2003-01', '2003-12', 3)),
  long(
    'months in Finnish',
    'Kuukausi',
    ['tammikuu 2003', 'helmikuu 2003', 'joulukuu 2003'],
    month('2003-01', '2003-12', 3),
  ),
  long('months in Turkish', 'Ay', ['Ocak 2003', 'Şubat 2003', 'Aralık 2003'], month('2003-01', '2003-12', 3)),
  long('months in Japanese', '月', ['2003年1月', '2003年2月', '2003年12月'], month('2003-01', '2003-12', 3)),
  long(
    'days in Chinese',
    '日期',
    ['2003年1月5日', '2003年1月6日', '2003年1月7日'],
    ['day', '2003-01-05', '2003-01-07', 3],
  ),
  long('years in Chinese', '年', ['2003年', '2004年', '2005年'], year('2003', '2005', 3)),
  long('years in Korean', '연도', ['2003년', '2004년', '2005년'], year('2003', '2005', 3)),
  long(
    'days in German',
    'Tag',
    ['5. März 2003', '6. März 2003', '7. März 2003'],
    ['day', '2003-03-05', '2003-03-07', 3],
  ),
  long(
    'days with a weekday',
    'Date',
    ['Mon 3 Mar 2003', 'Tue 4 Mar 2003', 'Wed 5 Mar 2003'],
    ['day', '2003-03-03', '2003-03-05', 3],
  ),
  long('days in points', 'Datum', ['05.03.2003', '26.03.2003', '27.03.2003'], ['day', '2003-03-05', '2003-03-27', 3]),
  long('weeks with W', 'Week', ['2003-W05', '2003-W06', '2003-W07'], ['week', '2003-W05', '2003-W07', 3]),
  long(
    'weeks in digits, in a column called week',
    'Week',
    ['200305', '200306', '200349', '200350'],
    ['week', '2003-W05', '2003-W50', 4],
  ),
  long('weeks in German', 'Woche', ['KW 5/2003', 'KW 6/2003', 'KW 7/2003'], ['week', '2003-W05', '2003-W07', 3]),
  long('half years', 'Half', ['2003H1', '2003H2', '2004H1'], ['month', '2003-01', '2004-01', 3]),
  long('half years in words', 'Half', ['H1 2003', 'H2 2003', 'H1 2004'], ['month', '2003-01', '2004-01', 3]),
  long(
    'last days of months',
    'Date',
    ['2003-01-31', '2003-02-28', '2003-03-31', '2003-04-30'],
    month('2003-01', '2003-04', 4),
  ),
  long(
    'first days of months',
    'Date',
    ['01/01/2003', '01/02/2003', '01/03/2003', '01/04/2003'],
    month('2003-01', '2003-04', 4),
  ),
  long(
    'last days of quarters',
    'Date',
    ['2003-03-31', '2003-06-30', '2003-09-30', '2003-12-31'],
    quarter('2003-Q1', '2003-Q4', 4),
  ),
  long('first days of years', 'Date', ['2003-01-01', '2004-01-01', '2005-01-01'], year('2003', '2005', 3)),
  long('last days of years', 'Date', ['31.12.2003', '31.12.2004', '31.12.2005'], year('2003', '2005', 3)),
];

/** Values in many notations. */
const numbers: readonly AwkwardTable[] = [
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

/** Lines above, below and between. */
const lines: readonly AwkwardTable[] = [
  {
    about: 'a line that names the separator',
    text: 'sep=;\nYear;Harbour;People\n2001;Oyle;1,5\n2001;Pell;2,5\n2002;Oyle;3,5\n2002;Pell;4,5',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 4.5]],
    says: [],
  },
  {
    about: 'comments with a hash',
    text: '# made in March\n# by hand\nYear,Harbour,People\n2001,Oyle,1\n2001,Pell,2\n2002,Oyle,3\n2002,Pell,4',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'comments with commas in them',
    text: '// made in March, by hand, twice\nYear,Harbour,People\n2001,Oyle,1\n2001,Pell,2\n// a gap here, sorry\n2002,Oyle,3\n2002,Pell,4',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'units under the header',
    text: 'Year,Oyle,Pell\n,people,people\n2001,1,2\n2002,3,4\n2003,5,6',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'units in brackets under the header',
    text: 'Year,Harbour,Catch\n(year),(name),(t)\n2001,Oyle,1\n2001,Pell,2\n2002,Oyle,3\n2002,Pell,4',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'units in brackets, of which one is a number',
    text: 'Year,Harbour,Catch\n(year),(name),(1000)\n2001,Oyle,1\n2001,Pell,2\n2002,Oyle,3\n2002,Pell,4',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'the header repeated inside',
    text: 'Year,Harbour,People\n2001,Oyle,1\n2001,Pell,2\nYear,Harbour,People\n2002,Oyle,3\n2002,Pell,4',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'a title above and a source below',
    text: 'People in harbours\n\nYear,Oyle,Pell\n2001,1,2\n2002,3,4\n2003,5,6\n\nSource: Office of Counts',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    says: ['line-above', 'note-below'],
  },
  {
    about: 'cells that are empty at the end of lines',
    text: 'Year,Oyle,Pell,,\n2001,1,2,,\n2002,3,4,,\n2003,5,6,,',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'lines without their empty cells at the end',
    text: 'Year,Oyle,Pell,Quay\n2001,1,2,3\n2002,3,4\n2003,5,6,7',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell', 'Quay'],
    says: ['ragged-line'],
  },
  {
    about: 'two header lines, years over measures',
    text: ',2001,,2002,\nHarbour,Catch,Depth,Catch,Depth\nOyle,1,30,2,31\nPell,4,60,5,61',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 5]],
  },
];

const headed: readonly AwkwardTable[] = [
  {
    about: 'two header lines, names over measures, the year in the upper one',
    text: 'Year,Oyle,,Pell,\n,Catch,Depth,Catch,Depth\n2001,1,30,2,40\n2002,3,31,4,41\n2003,5,32,6,42',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    values: [['2003', 'Pell', 6]],
  },
  {
    about: 'a first row whose values are all missing',
    text: 'Harbour,2001,2002,2003\nOyle,n/a,n/a,n/a\nPell,4,5,6\nQuay,7,8,9',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell', 'Quay'],
    values: [['2002', 'Oyle', null]],
    says: [],
  },
  {
    about: 'codes that look like half years',
    text: 'Year,Boat,Catch\n2001,S101,1\n2001,S102,2\n2002,S101,3\n2002,S102,4',
    periods: year('2001', '2002', 2),
    names: ['S101', 'S102'],
    says: [],
  },
  {
    about: 'models that look like years',
    text: 'Season,Engine,Wins\n2001,X1500,1\n2001,X2000,2\n2002,X1500,3\n2002,X2000,4',
    periods: year('2001', '2002', 2),
    names: ['X1500', 'X2000'],
    says: [],
  },
  {
    about: 'a second table under the first',
    text: 'Year,Oyle,Pell\n2001,1,2\n2002,3,4\n\nYear,Boats,Ships\n2001,100,200\n2002,300,400',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 4]],
    says: ['second-table'],
  },
  {
    about: 'a larger table under the first',
    text: 'Year,Oyle,Pell\n2001,1,2\n\nYear,Boats,Ships\n2001,100,200\n2002,300,400\n2003,500,600',
    periods: year('2001', '2003', 3),
    names: ['Boats', 'Ships'],
    values: [['2003', 'Ships', 600]],
  },
  {
    about: 'blank lines between the rows',
    text: 'Year,Oyle,Pell\n2001,1,2\n\n2002,3,4\n\n2003,5,6',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'units that tell apart the rows of a name, with the years across',
    text: 'Region,Unit,2001,2002,2003\nOyle,Number,10,12,13\nOyle,Percent,1.0,1.2,1.3\nPell,Number,20,22,23\nPell,Percent,2.0,2.2,2.3',
    periods: year('2001', '2003', 3),
    names: ['Oyle', 'Pell'],
    offers: ['filter-rows'],
  },
  {
    about: 'periods alone, without a name',
    text: 'Q1 19,Q2 19,Q3 19,Q4 19\n1,2,3,4',
    periods: quarter('2019-Q1', '2019-Q4', 4),
    values: [['2019-Q3', '', 3]],
    offers: ['stack-columns'],
  },
  {
    about: 'columns as statistics offices call them',
    text: 'TIME_PERIOD,REF_AREA,OBS_VALUE,OBS_STATUS\n2001,OYL,1.5,A\n2001,PEL,2.5,P\n2002,OYL,1.7,A\n2002,PEL,2.6,E',
    periods: year('2001', '2002', 2),
    names: ['OYL', 'PEL'],
    values: [['2002', 'PEL', 2.6]],
    says: [],
  },
  {
    about: 'quarters and their total as columns',
    text: 'name,2001 Q1,2001 Q2,2001 Q3,2001 Total\nOyle,1,2,3,6\nPell,4,5,6,15',
    periods: quarter('2001-Q1', '2001-Q3', 3),
    names: ['Oyle', 'Pell'],
    says: ['column-left-out'],
  },
  {
    about: 'quarters whose values look like years',
    text: 'Harbour,Q1 2001,Q2 2001,Q1 2002,Q2 2002\nOyle,1234,1200,1250,1300\nPell,1100,1150,1190,1210',
    periods: quarter('2001-Q1', '2002-Q2', 4),
    names: ['Oyle', 'Pell'],
    values: [['2002-Q1', 'Pell', 1190]],
    says: [],
  },
  {
    about: 'stations by years and months, with the mean of each year',
    text: 'Station,Year,Jan,Feb,Mar,Apr,Annual\nA,2001,1,2,3,4,2.5\nA,2002,2,3,4,5,3.5\nB,2001,3,4,5,6,4.5\nB,2002,4,5,6,7,5.5',
    periods: month('2001-01', '2002-04', 8),
    names: ['A', 'B'],
    values: [['2002-04', 'B', 7]],
    offers: ['stack-columns', 'join-columns'],
  },
  {
    about: 'times of a day',
    text: 'Time,Oyle,Pell\n00:00,1,2\n00:15,3,4\n00:30,5,6',
    periods: ['time', '00:00', '00:30', 3],
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'days as a spreadsheet counts them',
    text: 'Name,Value,Date\nOyle,10,45000\nPell,12,45000\nOyle,11,45031\nPell,13,45031',
    periods: ['day', '2023-03-15', '2023-04-15', 2],
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'numbered weeks as columns',
    text: 'Team,Week 1,Week 2,Week 3\nOyle,1,2,3\nPell,4,5,6',
    periods: ['text', 'Week 1', 'Week 3', 3],
    names: ['Oyle', 'Pell'],
    says: [],
  },
  {
    about: 'records with others inside',
    file: 'table.json',
    text: '[{"year":2001,"name":"Oyle","of":{"boats":1}},{"year":2001,"name":"Pell","of":{"boats":2}},{"year":2002,"name":"Oyle","of":{"boats":3}},{"year":2002,"name":"Pell","of":{"boats":4}}]',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 4]],
    says: [],
  },
  {
    about: 'a running number of the rows beside times',
    text: 'id,created_at,amount\n1001,2021-03-01 10:00:00,5\n1002,2021-03-01 11:00:00,6\n1003,2021-03-02 10:00:00,7',
    periods: ['time', '2021-03-01T10:00:00Z', '2021-03-02T10:00:00Z', 3],
    names: ['amount'],
  },
];

/** Periods in several columns, names given once, totals and the like. */
const layouts: readonly AwkwardTable[] = [
  {
    about: 'a year and a month by number',
    text: 'Year,Month,Oyle,Pell\n2001,11,1,2\n2001,12,3,4\n2002,1,5,6\n2002,2,7,8',
    periods: month('2001-11', '2002-02', 4),
    names: ['Oyle', 'Pell'],
    values: [['2002-02', 'Pell', 8]],
    offers: ['join-columns'],
  },
  {
    about: 'a month by name and a year, long',
    text: 'Month,Year,Harbour,People\nNovember,2001,Oyle,1\nNovember,2001,Pell,2\nDecember,2001,Oyle,3\nDecember,2001,Pell,4\nJanuary,2002,Oyle,5\nJanuary,2002,Pell,6',
    periods: month('2001-11', '2002-01', 3),
    names: ['Oyle', 'Pell'],
    values: [['2002-01', 'Pell', 6]],
    offers: ['join-columns'],
  },
  {
    about: 'a year and a month beside rows that are neither',
    text: 'Year,Month,Oyle,Pell\n2001,11,1,2\n2001,12,3,4\n2001,Total,4,6\n2002,1,5,6\n2002,2,7,8\nMean,,4,5',
    periods: month('2001-11', '2002-02', 4),
    names: ['Oyle', 'Pell'],
    offers: ['join-columns'],
  },
  {
    about: 'a year and a quarter',
    text: 'Year,Quarter,Oyle,Pell\n2001,3,1,2\n2001,4,3,4\n2002,1,5,6\n2002,2,7,8',
    periods: quarter('2001-Q3', '2002-Q2', 4),
    names: ['Oyle', 'Pell'],
    offers: ['join-columns'],
  },
  {
    about: 'a year and a quarter with its letter',
    text: 'Year,Quarter,Oyle,Pell\n2001,Q3,1,2\n2001,Q4,3,4\n2002,Q1,5,6\n2002,Q2,7,8',
    periods: quarter('2001-Q3', '2002-Q2', 4),
    offers: ['join-columns'],
  },
  {
    about: 'year, month and day',
    text: 'Year,Month,Day,Oyle,Pell\n2001,2,27,1,2\n2001,2,28,3,4\n2001,3,1,5,6\n2001,3,2,7,8',
    periods: ['day', '2001-02-27', '2001-03-02', 4],
    names: ['Oyle', 'Pell'],
    offers: ['join-columns'],
  },
  {
    about: 'year, month, day and hour, within one month',
    text: 'year,month,day,hour,site,level\n2001,1,1,0,A,10\n2001,1,1,1,A,12\n2001,1,1,0,B,11\n2001,1,1,1,B,15\n2001,1,2,0,A,10',
    periods: ['time', '2001-01-01T00:00:00Z', '2001-01-02T00:00:00Z', 3],
    names: ['A', 'B'],
    values: [['2001-01-01T01:00:00Z', 'B', 15]],
    offers: ['join-columns'],
  },
  {
    about: 'a date and an hour',
    text: 'Date,Hour,Oyle,Pell\n2001-02-27,22,1,2\n2001-02-27,23,3,4\n2001-02-28,0,5,6\n2001-02-28,1,7,8',
    periods: ['time', '2001-02-27T22:00:00Z', '2001-02-28T01:00:00Z', 4],
    names: ['Oyle', 'Pell'],
    offers: ['join-columns'],
  },
  {
    about: 'years by months',
    text: 'Year,Jan,Feb,Mar,Apr,May,Jun,Jul,Aug,Sep,Oct,Nov,Dec\n2001,1,2,3,4,5,6,7,8,9,10,11,12\n2002,13,14,15,16,17,18,19,20,21,22,23,24',
    periods: month('2001-01', '2002-12', 24),
    values: [['2002-03', '', 15]],
  },
  {
    about: 'a name on the first row of each block',
    text: 'Harbour,Year,People\nOyle,2001,1\n,2002,2\n,2003,3\nPell,2001,4\n,2002,5\n,2003,6',
    periods: year('2001', '2003', 3),
    offers: ['fill-down'],
  },
  {
    about: 'a year on the first row of each block',
    text: 'Year,Harbour,People\n2001,Oyle,1\n,Pell,2\n,Quay,3\n2002,Oyle,4\n,Pell,5\n,Quay,6',
    periods: year('2001', '2002', 2),
    offers: ['fill-down'],
  },
  {
    about: 'a total among the names',
    text: 'Year,Harbour,People\n2001,Oyle,1\n2001,Pell,2\n2001,Total,3\n2002,Oyle,3\n2002,Pell,4\n2002,Total,7',
    periods: year('2001', '2002', 2),
    offers: ['pick-categories'],
  },
  {
    about: 'sexes that make repeated rows, with their total',
    text: 'Year,Harbour,Sex,People\n2001,Oyle,Both,3\n2001,Oyle,Women,1\n2001,Oyle,Men,2\n2001,Pell,Both,7\n2001,Pell,Women,3\n2001,Pell,Men,4\n2002,Oyle,Both,5\n2002,Oyle,Women,2\n2002,Oyle,Men,3\n2002,Pell,Both,9\n2002,Pell,Women,4\n2002,Pell,Men,5',
    periods: year('2001', '2002', 2),
    offers: ['filter-rows'],
  },
  {
    about: 'a rank and a code beside the value',
    text: 'Rank,Code,Harbour,Year,People\n1,77,Oyle,2001,100\n2,78,Pell,2001,90\n1,78,Pell,2002,120\n2,77,Oyle,2002,110',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 120]],
  },
  {
    about: 'a number of each name behind the value',
    text: 'Year,Harbour,Landed,Berths\n2001,Oyle,100,12\n2001,Pell,90,14\n2002,Oyle,110,12\n2002,Pell,120,14',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 120]],
  },
  {
    about: 'a running number of the periods behind the value',
    text: 'Year,Harbour,Landed,Lap\n2001,Oyle,100,1\n2001,Pell,90,1\n2002,Oyle,110,2\n2002,Pell,120,2',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 120]],
  },
  {
    about: 'the year as the last column of numbers',
    text: 'Harbour,People,Year\nOyle,100,2001\nPell,90,2001\nOyle,110,2002\nPell,120,2002',
    periods: year('2001', '2002', 2),
    names: ['Oyle', 'Pell'],
    values: [['2002', 'Pell', 120]],
  },
  {
    about: 'codes of countries as names',
    text: 'Year,Country,People\n2001,FRA,1\n2001,DEU,2\n2001,ITA,3\n2002,FRA,4\n2002,DEU,5\n2002,ITA,6',
    periods: year('2001', '2002', 2),
    names: ['FRA', 'DEU', 'ITA'],
    offers: ['recode'],
  },
];

/** Tables as people have them. */
export const awkwardTables: readonly AwkwardTable[] = [
  ...headers,
  ...columns,
  ...numbers,
  ...lines,
  ...headed,
  ...layouts,
];

import { type AwkwardTable, year } from './table';

/** Lines above, below and between. */
export const lines: readonly AwkwardTable[] = [
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

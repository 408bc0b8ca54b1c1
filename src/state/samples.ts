/** A made-up table that ships with the app. */
export interface Sample {
  readonly id: string;
  readonly name: string;
  readonly file: string;
  readonly about: string;
  readonly title: string;
  readonly subtitle: string;
  readonly suffix: string;
}

/** Tables of the Saltmere Isles, which do not exist. The first one is the demo. */
export const samples: readonly Sample[] = [
  {
    id: 'ferries',
    name: 'Ferry passengers',
    file: 'ferry-passengers.csv',
    about: '14 harbours, 1988 to 2024, one row per harbour and year',
    title: 'The busiest harbours of the Saltmere Isles',
    subtitle: 'Ferry passengers a year',
    suffix: '',
  },
  {
    id: 'catch',
    name: 'Catch by species',
    file: 'catch-by-species.csv',
    about: '12 species, 1990 to 2023, a column for each species',
    title: 'What the Saltmere boats bring home',
    subtitle: 'Catch in tonnes a year',
    suffix: ' t',
  },
  {
    id: 'tides',
    name: 'Tide power',
    file: 'tide-power.csv',
    about: '9 stations, 120 days, with outages and two broken readings',
    title: 'Tide power by station',
    subtitle: 'Energy delivered a day, in megawatt hours',
    suffix: ' MWh',
  },
  {
    id: 'library',
    name: 'Boat-library loans',
    file: 'library-loans.csv',
    about: '11 subjects, 60 months, a column for each subject',
    title: 'What the islands read',
    subtitle: 'Loans from the library boat a month',
    suffix: '',
  },
  {
    id: 'markets',
    name: 'Market turnover, as handed out',
    file: 'market-turnover.csv',
    about: 'Awkward: a title, decimal commas, districts of islands, a total, gaps and notes',
    title: 'Market turnover by district',
    subtitle: 'In thousand crowns',
    suffix: '',
  },
  {
    id: 'workbook',
    name: 'A workbook of harbours',
    file: 'harbours.xlsx',
    about: 'Awkward: two sheets, a title line, a total row and a footnote',
    title: 'Passengers by harbour',
    subtitle: 'Persons, both directions',
    suffix: '',
  },
  {
    id: 'harbours',
    name: 'Harbours: quays, depth, traffic',
    file: 'harbour-traffic.csv',
    about: '23 harbours, 1998 to 2024, three values each: made for bubbles',
    title: 'Deeper water, more ships',
    subtitle: 'Harbours of the Saltmere Isles by depth, quays and traffic',
    suffix: '',
  },
  {
    id: 'quota',
    name: 'Shares of the quota',
    file: 'quota-shares.csv',
    about: '6 fleets, 1999 to 2024, in percent of the whole: made for shares',
    title: 'Who may fish how much',
    subtitle: 'Shares of the quota by fleet',
    suffix: ' %',
  },
  {
    id: 'sea-wall',
    name: 'The sea wall',
    file: 'sea-wall.csv',
    about: '8 stretches, 40 months, from 0 to 1: made for progress',
    title: 'How far the sea wall is built',
    subtitle: 'Share of each stretch that stands',
    suffix: '',
  },
  {
    id: 'requests',
    name: 'Requests at the library boat',
    file: 'library-requests.csv',
    about: '70 subjects, 16 quarters: made for words',
    title: 'What readers ask for',
    subtitle: 'Requests at the library boat a quarter',
    suffix: '',
  },
];

/** A made-up film that ships with the app, as a script. */
export interface SampleFilm {
  readonly name: string;
  readonly file: string;
  readonly about: string;
}

export const sampleFilm: SampleFilm = {
  name: 'Isles at work',
  file: 'isles-at-work.json',
  about: 'A whole film: cards with a logo, a race that turns into shares, lines, credits',
};

/** The source note under every chart of a sample. */
export const sampleSource = 'Source: Saltmere Office of Counts (made-up data)';

/** A sound that ships with the app, made by `scripts/make-sounds.mjs`. */
export interface Tune {
  readonly name: string;
  readonly file: string;
  readonly about: string;
}

/** Two tunes and a rhythm, each a loop without a gap. */
export const tunes: readonly Tune[] = [
  { name: 'Low tide', file: 'low-tide.wav', about: 'Plucked strings, calm, 84 beats a minute' },
  { name: 'Market day', file: 'market-day.wav', about: 'Plucked strings, brisk, 116 beats a minute' },
  { name: 'Quay drums', file: 'quay-drums.wav', about: 'A rhythm alone, 100 beats a minute' },
];

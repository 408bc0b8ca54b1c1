// Makes the tables of the Saltmere Isles, which do not exist. Seeded, so that every run writes the same files.
import { writeFileSync } from 'node:fs';
import { random } from './lib/random.mjs';

const write = (name, rows) =>
  writeFileSync(`public/samples/${name}`, `${rows.map((row) => row.join(',')).join('\n')}\n`);

/** A course that drifts, speeds up and slows down, but stays above zero. */
function course(next, count, start, growth, swing) {
  let value = start;
  let pull = growth;
  return Array.from({ length: count }, () => {
    const now = value;
    pull += (growth - pull) * 0.2 + (next() - 0.5) * swing;
    value = Math.max(start * 0.05, value * (1 + pull));
    return now;
  });
}

function ferries() {
  const next = random(11);
  const harbours = [
    ['Gullhaven', 420_000, 0.004],
    ['Old Tern', 510_000, -0.012],
    ['Marrowick', 180_000, 0.038],
    ['Sandle Quay', 260_000, 0.021],
    ['Pell Harbour', 130_000, 0.052],
    ['Brackwater', 340_000, -0.004],
    ['Low Anchor', 90_000, 0.045],
    ['Farrow Point', 210_000, 0.012],
    ['Kittle Bay', 60_000, 0.068],
    ['Seven Steps', 150_000, 0.02],
    ['Oyle', 240_000, 0.001],
    ['Thrift Island', 45_000, 0.05],
    ['Wick Landing', 120_000, 0.016],
    ['New Mole', 160_000, 0.08],
  ];
  const rows = [['Year', 'Harbour', 'Passengers']];
  const years = Array.from({ length: 37 }, (_, i) => 1988 + i);
  const courses = harbours.map(([, start, growth]) => course(next, years.length, start, growth, 0.09));
  years.forEach((year, i) => {
    harbours.forEach(([name], h) => {
      // The New Mole was opened in 2001; Thrift Island has no count for two years.
      if (name === 'New Mole' && year < 2001) return;
      const value = name === 'New Mole' ? courses[h][i - 13] : courses[h][i];
      const missing = name === 'Thrift Island' && (year === 1999 || year === 2000);
      rows.push([year, name, missing ? '' : Math.round(value / 10) * 10]);
    });
  });
  write('ferry-passengers.csv', rows);
}

function catches() {
  const next = random(23);
  const species = [
    'Silver hake',
    'Isle herring',
    'Grey gurnard',
    'Sand dab',
    'Tide crab',
    'Rock lobster',
    'Blue whelk',
    'Moon sole',
    'Bank sprat',
    'Channel squid',
    'Stone bass',
    'Lantern cod',
  ];
  const courses = species.map((_, i) => course(next, 34, 300 + 2600 * next() ** 2, (i % 5) * 0.018 - 0.03, 0.14));
  const rows = [['Year', ...species]];
  for (let i = 0; i < 34; i++) rows.push([1990 + i, ...courses.map((list) => list[i].toFixed(1))]);
  write('catch-by-species.csv', rows);
}

function tides() {
  const next = random(37);
  const stations = [
    'Narrow Sound',
    'Pell Race',
    'Kittle Weir',
    'Old Sluice',
    'Farrow Gate',
    'Oyle Deep',
    'Gull Stair',
    'Marrow Mill',
    'Quay Nine',
  ];
  const strength = stations.map(() => 22 + 30 * next());
  const rows = [['Date', 'Station', 'Energy']];
  for (let day = 0; day < 120; day++) {
    const date = new Date(Date.UTC(2023, 2, 1 + day)).toISOString().slice(0, 10);
    stations.forEach((name, s) => {
      const tide = 1 + 0.35 * Math.sin((day / 14.77) * 2 * Math.PI + s * 0.7);
      strength[s] = Math.max(6, strength[s] * (1 + (next() - 0.495) * 0.06));
      const outage = (s === 3 && day > 40 && day < 52) || (s === 6 && day > 80 && day < 87);
      const broken = (s === 1 && day === 33) || (s === 7 && day === 71);
      rows.push([date, name, outage ? '' : broken ? 'sensor wet' : (strength[s] * tide).toFixed(2)]);
    });
  }
  write('tide-power.csv', rows);
}

function library() {
  const next = random(53);
  const subjects = [
    'Sea stories',
    'Cookery',
    'Knots and boats',
    'Local history',
    'Birds',
    'Crime',
    'Poetry',
    'Weather',
    'Gardening',
    'Maps',
    'Music',
  ];
  const courses = subjects.map((_, i) => course(next, 60, 120 + 500 * next(), ((i * 3) % 7) * 0.006 - 0.014, 0.12));
  const rows = [['Month', ...subjects]];
  for (let i = 0; i < 60; i++) {
    const month = `${2018 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, '0')}`;
    rows.push([month, ...courses.map((list) => Math.round(list[i]))]);
  }
  write('library-loans.csv', rows);
}

/**
 * As an office hands it out: a title and a note above, decimal commas and points for thousands, districts to be combined
 * into islands, a total, a name in two spellings, notes below.
 */
function markets() {
  const next = random(71);
  const islands = {
    Oyle: ['North', 'South', 'Harbour'],
    Pell: ['Moor', 'Quay'],
    Marrow: ['East', 'West', 'Old Town'],
    Sandle: ['Shore', 'Hill'],
  };
  const years = Array.from({ length: 16 }, (_, i) => 2008 + i);
  const german = (value) =>
    value
      .toFixed(2)
      .replace(/\B(?=(\d{3})+(?!\d))/g, '.')
      .replace(/\.(\d\d)$/, ',$1');
  const lines = [
    'Market turnover by district',
    'in thousand crowns, both markets',
    '',
    ['District', 'Island', ...years].join(';'),
  ];
  const totals = years.map(() => 0);
  for (const [island, districts] of Object.entries(islands)) {
    for (const district of districts) {
      const name = `${island} ${district}`;
      const values = course(next, years.length, 300 + 2500 * next(), 0.02 + 0.05 * (next() - 0.5), 0.12);
      values.forEach((value, i) => {
        totals[i] += Math.round(value * 100) / 100;
      });
      lines.push(
        [
          name,
          island,
          ...values.map((value, i) => (name === 'Pell Quay' && i > 4 && i < 8 ? '..' : german(value))),
        ].join(';'),
      );
      if (name === 'Pell Quay') for (const i of [5, 6, 7]) totals[i] -= Math.round(values[i] * 100) / 100;
    }
  }
  lines.push(
    ['All districts', '', ...totals.map(german)].join(';'),
    '',
    'Source: Saltmere Office of Counts (made-up data)',
    '.. not counted',
  );
  writeFileSync('public/samples/market-turnover.csv', `${lines.join('\n')}\n`);
}

ferries();
catches();
tides();
library();
markets();

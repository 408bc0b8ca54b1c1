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

/** Three values of each harbour: how long its quays are, how deep it is, how many ships call. */
function harbourTraffic() {
  const next = random(83);
  const islands = {
    Oyle: ['Gullhaven', 'Oyle', 'Seven Steps', 'Low Anchor', 'Heron Slip', 'Tollan'],
    Pell: ['Pell Harbour', 'Brackwater', 'Wick Landing', 'Cinder Quay', 'Aldmouth'],
    Marrow: ['Marrowick', 'Old Tern', 'New Mole', 'Farrow Point', 'Sorrel Bay', 'Lantern Rock'],
    Sandle: ['Sandle Quay', 'Kittle Bay', 'Thrift Island', 'Dunmere', 'Petrel Stair', 'Saltern'],
  };
  const rows = [['Year', 'Harbour', 'Island', 'Quay length (m)', 'Depth (m)', 'Ships a year']];
  const years = Array.from({ length: 27 }, (_, i) => 1998 + i);
  const harbours = Object.entries(islands).flatMap(([island, names]) =>
    names.map((name) => {
      const size = 0.25 + next() ** 1.6;
      const quays = course(next, years.length, 140 + 900 * size, 0.012 + 0.03 * next(), 0.03);
      // Harbours are dredged now and then, and silt up in between.
      let depth = 2.5 + 7 * size * (0.7 + 0.6 * next());
      const dredged = Math.floor(4 + next() * 18);
      const depths = years.map((_, i) => {
        depth += i === dredged ? 1.5 + 2.5 * next() : -0.04 * next();
        return depth;
      });
      const ships = course(next, years.length, 120 + 2600 * size ** 1.5, 0.03 * (next() - 0.2), 0.07);
      return { name, island, quays, depths, ships, opened: name === 'New Mole' ? 7 : 0 };
    }),
  );
  years.forEach((year, i) => {
    for (const { name, island, quays, depths, ships, opened } of harbours) {
      if (i < opened) continue;
      const busier = 1 + Math.max(0, depths[i] - depths[0]) * 0.25;
      rows.push([year, name, island, Math.round(quays[i]), depths[i].toFixed(1), Math.round(ships[i] * busier)]);
    }
  });
  write('harbour-traffic.csv', rows);
}

/** Shares of the quota by fleet, in percent: they add up to 100 each year. */
function quotaShares() {
  const next = random(89);
  const fleets = ['Inshore boats', 'Long liners', 'Trawlers', 'Pot fishers', 'Divers', 'Shore nets'];
  const starts = [18, 24, 36, 12, 3, 7];
  const courses = fleets.map((_, i) => course(next, 26, starts[i], [0.05, -0.01, -0.05, 0.03, 0.08, -0.02][i], 0.1));
  const rows = [['Year', ...fleets]];
  for (let i = 0; i < 26; i++) {
    const sum = courses.reduce((total, list) => total + list[i], 0);
    const tenths = courses.map((list) => Math.round((list[i] / sum) * 1000));
    // What rounding leaves over goes to the largest.
    tenths[tenths.indexOf(Math.max(...tenths))] += 1000 - tenths.reduce((total, each) => total + each, 0);
    rows.push([1999 + i, ...tenths.map((each) => (each / 10).toFixed(1))]);
  }
  write('quota-shares.csv', rows);
}

/** How far each stretch of a wall is built, from 0 to 1. */
function seaWall() {
  const next = random(97);
  const stretches = [
    'North Head',
    'Gull Stair',
    'Old Town',
    'Fish Market',
    'Ferry Bend',
    'Saltern',
    'South Mole',
    'Lighthouse',
  ];
  const speed = stretches.map((_, i) => ({ start: i * 2.4 + next() * 3, pace: 0.045 + 0.06 * next(), done: 0 }));
  const rows = [['Month', 'Stretch', 'Built']];
  for (let i = 0; i < 40; i++) {
    const month = `${2021 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, '0')}`;
    const winter = i % 12 < 2 || i % 12 === 11 ? 0.25 : 1;
    speed.forEach((stretch, s) => {
      if (i >= stretch.start) stretch.done = Math.min(1, stretch.done + stretch.pace * winter * (0.6 + 0.8 * next()));
      rows.push([month, stretches[s], stretch.done.toFixed(3)]);
    });
  }
  write('sea-wall.csv', rows);
}

/** What readers ask the library boat for: many words, few of them large. */
function askedFor() {
  const next = random(101);
  const words =
    'tides knots recipes lanterns gulls whales storms maps sails baking ghosts seaweed engines verses compass herons beekeeping shells moths orchards puzzles islands rowing fiddles salting gardens bridges comets ferries foxgloves pirates nets caves drums jam songs lighthouses otters rope starfish boatbuilding clocks crabs dialects eels ferns geese hats inks jigs kites lichens mosses needles oars ponies quilts rain sheep terns umbrellas violets wells yarn anchors buoys cormorants dunes estuaries fog'.split(
      ' ',
    );
  const rows = [['Quarter', 'Subject', 'Requests']];
  const courses = words.map((_, i) => course(next, 16, 900 / (1 + i * 0.35) ** 0.9, 0.12 * (next() - 0.45), 0.3));
  for (let i = 0; i < 16; i++)
    words.forEach((word, w) => {
      rows.push([`${2020 + Math.floor(i / 4)} Q${(i % 4) + 1}`, word, Math.round(courses[w][i])]);
    });
  write('library-requests.csv', rows);
}

ferries();
catches();
tides();
library();
markets();
harbourTraffic();
quotaShares();
seaWall();
askedFor();

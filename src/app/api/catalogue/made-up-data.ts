/** What the stand-in for an open-data service holds: measures and areas of the Saltmere Isles, which do not exist. */
export interface CatalogueMeasure {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly from: number;
  readonly to: number;
}

export interface CatalogueArea {
  readonly id: string;
  readonly name: string;
  readonly kind: 'island' | 'district';
}

export const measures: readonly CatalogueMeasure[] = [
  { id: 'POP.TOT', name: 'People living on the island', unit: 'persons', from: 1950, to: 2024 },
  { id: 'FER.PAS', name: 'Ferry passengers', unit: 'persons', from: 1972, to: 2024 },
  { id: 'SEA.CAT', name: 'Fish landed', unit: 'tonnes', from: 1961, to: 2023 },
  { id: 'TID.PWR', name: 'Tide power delivered', unit: 'megawatt hours', from: 1998, to: 2024 },
  { id: 'LIB.LON', name: 'Library loans', unit: 'loans', from: 1980, to: 2024 },
  { id: 'RAI.MM', name: 'Rainfall', unit: 'millimetres', from: 1950, to: 2024 },
  { id: 'SHE.NUM', name: 'Sheep kept', unit: 'animals', from: 1955, to: 2022 },
  { id: 'MAR.IDX', name: 'Market prices', unit: 'index, 2010 = 100', from: 1990, to: 2024 },
];

const islands = [
  'Oyle',
  'Pell',
  'Marrow',
  'Sandle',
  'Farrow',
  'Brack',
  'Gull Holm',
  'Low Kittle',
  'High Kittle',
  'Wend',
];
const quarters = ['North', 'South', 'Harbour', 'Moor'];

export const areas: readonly CatalogueArea[] = [
  ...islands.map((name, i) => ({ id: `I${String(i + 1).padStart(2, '0')}`, name, kind: 'island' as const })),
  ...islands.flatMap((name, i) =>
    quarters.map((quarter, q) => ({ id: `D${i + 1}${q + 1}`, name: `${name} ${quarter}`, kind: 'district' as const })),
  ),
];

/** A number in [0, 1) that is always the same for the same text. Source: FNV-1a, 32 bits. */
function noise(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d) >>> 0;
  return (hash >>> 8) / 0x1000000;
}

/** The value of a measure in an area and year; null where the service has none. */
export function countedValue(measure: CatalogueMeasure, area: CatalogueArea, year: number): number | null {
  if (year < measure.from || year > measure.to) return null;
  const key = `${measure.id} ${area.id}`;
  // Some areas joined late, and now and then a year was not counted.
  if (year < measure.from + Math.floor(noise(`${key} start`) * 12) || noise(`${key} gap ${year}`) < 0.03) return null;
  const size = 200 * 10 ** (1 + noise(`${key} size`) * 1.4) * (area.kind === 'island' ? 3 : 1);
  const growth = (noise(`${key} growth`) - 0.35) * 0.05;
  const wave = Math.sin((year - measure.from) / (4 + noise(`${key} wave`) * 9) + noise(key) * 6) * 0.18;
  const value = size * (1 + growth) ** (year - measure.from) * (1 + wave + (noise(`${key} ${year}`) - 0.5) * 0.08);
  return Math.round(value * 10) / 10;
}

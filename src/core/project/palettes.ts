/** A named list of colours for categories, as `#rrggbb`. */
export interface Palette {
  readonly id: string;
  readonly name: string;
  readonly colours: readonly string[];
}

/**
 * The palettes that ship. Made for this product: from a few seeds, each further colour is the one that lies farthest
 * from all before it, for the four ways of seeing of `colour-vision.ts`.
 */
export const palettes: readonly Palette[] = [
  {
    id: 'harbour',
    name: 'Harbour',
    colours: [
      '#c8401b',
      '#1d5c6b',
      '#d99a00',
      '#70d4e8',
      '#819983',
      '#790918',
      '#956ec5',
      '#c9c996',
      '#875958',
      '#be89a7',
      '#80864c',
    ],
  },
  {
    id: 'lagoon',
    name: 'Lagoon',
    colours: [
      '#0e5e8c',
      '#2aa6a1',
      '#c8e7c2',
      '#263625',
      '#6e8969',
      '#69edf5',
      '#9eb19b',
      '#566857',
      '#3a7eba',
      '#02424a',
      '#7d9ce2',
      '#92ce88',
    ],
  },
  {
    id: 'market',
    name: 'Market',
    colours: [
      '#d1495b',
      '#edae49',
      '#27788a',
      '#c2cdfc',
      '#6c0a06',
      '#04337a',
      '#4ab9a1',
      '#807e0c',
      '#818fe0',
      '#525004',
      '#b39167',
    ],
  },
  {
    id: 'dusk',
    name: 'Dusk',
    colours: [
      '#5b3a8c',
      '#f2a154',
      '#a7b3ef',
      '#953312',
      '#957684',
      '#4e182e',
      '#7d73ca',
      '#f2cad5',
      '#b76b2f',
      '#784b59',
      '#b9ac91',
      '#680702',
    ],
  },
  {
    id: 'chalk',
    name: 'Chalk',
    colours: [
      '#f4d58d',
      '#8fc0a9',
      '#a087ea',
      '#da8121',
      '#dddbf9',
      '#bcfcd8',
      '#a3a8c1',
      '#bc9271',
      '#eca9fe',
      '#e9b232',
      '#ddc4cf',
      '#babc8a',
    ],
  },
  {
    id: 'signal',
    name: 'Signal',
    colours: [
      '#ffd400',
      '#00a6fb',
      '#a95769',
      '#7d8f12',
      '#affdc9',
      '#e58393',
      '#de322c',
      '#9db769',
      '#febaf9',
      '#865fa5',
      '#09876d',
      '#cded87',
    ],
  },
  { id: 'ink', name: 'One ink', colours: ['#34505E'] },
];

/** The palette of that id; the first one where there is none. */
export function findPalette(id: string): Palette {
  return palettes.find((palette) => palette.id === id) ?? (palettes[0] as Palette);
}

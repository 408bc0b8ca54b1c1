/** A named list of colours for categories, as `#rrggbb`. */
export interface Palette {
  readonly id: string;
  readonly name: string;
  readonly colours: readonly string[];
}

/** The palettes that ship. Made for this product; neighbours differ in lightness as well as in hue. */
export const palettes: readonly Palette[] = [
  {
    id: 'harbour',
    name: 'Harbour',
    colours: [
      '#C8401B',
      '#0B6B5D',
      '#D99A00',
      '#2F5D8A',
      '#8C3B63',
      '#5E8C2F',
      '#E2825B',
      '#44A294',
      '#7A5230',
      '#7D93C4',
      '#B33A3A',
      '#A9B04A',
      '#3A3F87',
      '#D77FA1',
      '#1F8FB3',
      '#C9A66B',
    ],
  },
  {
    id: 'lagoon',
    name: 'Lagoon',
    colours: [
      '#0E5E8C',
      '#2AA6A1',
      '#8BC7B0',
      '#124559',
      '#5B8DB8',
      '#1B7F5C',
      '#A3D0DF',
      '#3D5A80',
      '#66A182',
      '#0A3A4A',
    ],
  },
  {
    id: 'market',
    name: 'Market',
    colours: [
      '#D1495B',
      '#EDAE49',
      '#2E7F58',
      '#34568B',
      '#A65D9B',
      '#F08A4B',
      '#66A182',
      '#7C4A2D',
      '#9DB4D6',
      '#B8336A',
    ],
  },
  {
    id: 'dusk',
    name: 'Dusk',
    colours: [
      '#5B3A8C',
      '#C2548A',
      '#F2A154',
      '#35477D',
      '#E07A5F',
      '#8E6BBF',
      '#D9B44A',
      '#6C5B7B',
      '#F0C8A0',
      '#A23E48',
    ],
  },
  { id: 'ink', name: 'One ink', colours: ['#34505E'] },
];

/** The palette of that id; the first one where there is none. */
export function findPalette(id: string): Palette {
  return palettes.find((palette) => palette.id === id) ?? (palettes[0] as Palette);
}

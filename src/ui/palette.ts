/** The colors of `app/globals.css` by day, for what no style sheet reaches: charts, the page without a network, the manifest. */
export const PALETTE = {
  ink: '#1c2a33',
  iron: '#2f4350',
  steel: '#52626b',
  rail: '#a9b3b2',
  lime: '#f5f1e6',
  paper: '#fffdf6',
  moss: '#3a6331',
  clay: '#9c3d24',
  straw: '#d79b2b',
  water: '#2f6d94',
  hair: '#ddd6c4',
  strawText: '#7a5205',
} as const;

/** Soil from cold to hot: from so many °F on. Told apart by lightness too. */
export const SOIL_SCALE: readonly (readonly [fahrenheit: number, color: string])[] = [
  [-99, '#4f7f9f'],
  [40, '#7ba6bb'],
  [48, '#abc9ce'],
  [52, '#d5dec6'],
  [55, '#e9d08a'],
  [62, '#e0b055'],
  [70, '#d48d3a'],
  [78, '#bb5a2d'],
];

/** The colours of Snabo, for MUI's theme and as variables for everything else. */
export type Mode = 'light' | 'dark';

const LIGHT = {
  paper: '#f6f2e8',
  paper2: '#ece5d4',
  ink: '#21302c',
  soft: '#566159',
  line: '#cfc8b6',
  kale: '#1e6b57',
  'kale-wash': '#1e6b5716',
  'on-kale': '#ffffff',
  paprika: '#b8432b',
  turmeric: '#8a5a00',
  'turmeric-wash': '#f0dfb6',
  aubergine: '#4f3560',
  water: '#9fc3c4',
  'water-edge': '#4f8688',
  solid: '#d9cdbf',
  layer0: '#d9cdbf',
  layer1: '#e9e0d0',
  layer2: '#efe3bd',
  layer3: '#e2cd99',
  strip: '#21302c',
  'on-strip': '#f6f2e8',
};

export type Palette = typeof LIGHT;

const DARK: Palette = {
  paper: '#182320',
  paper2: '#22302b',
  ink: '#ece6d8',
  soft: '#aeb8b0',
  line: '#3b4a44',
  kale: '#6fc3a8',
  'kale-wash': '#6fc3a81c',
  'on-kale': '#10201b',
  paprika: '#f08a70',
  turmeric: '#e0b25a',
  'turmeric-wash': '#40351c',
  aubergine: '#bfa3d1',
  water: '#3f6f74',
  'water-edge': '#8fc0c2',
  solid: '#6a5f50',
  layer0: '#4a443b',
  layer1: '#524c42',
  layer2: '#5f5738',
  layer3: '#6b5c35',
  strip: '#0e1614',
  'on-strip': '#ece6d8',
};

/** The text face has a slashed zero only; its figures come from the heading face. */
export const TEXT = "'Snabo Figures', 'Atkinson Hyperlegible Next Variable', sans-serif";
export const HEADING = "'Bricolage Grotesque Variable', sans-serif";

export function paletteOf(mode: Mode): Palette {
  return mode === 'dark' ? DARK : LIGHT;
}

/** The palette and the faces as the style sheets name them: `var(--kale)`, `var(--heading)`. */
export function variables(mode: Mode): Record<`--${string}`, string> {
  const named = { ...paletteOf(mode), text: TEXT, heading: HEADING };
  return Object.fromEntries(Object.entries(named).map(([name, value]) => [`--${name}`, value]));
}

import { expect, it } from 'vitest';

import { paletteOf, variables, type Palette } from './palette';

/** Relative luminance by WCAG 2.2, from #rrggbb. */
function luminance(colour: string): number {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const share = parseInt(colour.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(one: string, other: string): number {
  const [dark, light] = [luminance(one), luminance(other)].sort((a, b) => a - b) as [
    number,
    number,
  ];
  return (light + 0.05) / (dark + 0.05);
}

// What is written in which colour on what; WCAG 2.2, 1.4.3: 4.5 to 1.
const WRITTEN: [keyof Palette, keyof Palette][] = [
  ['ink', 'paper'],
  ['ink', 'paper2'],
  ['soft', 'paper'],
  ['kale', 'paper'],
  ['paprika', 'paper'],
  ['turmeric', 'paper'],
  ['aubergine', 'paper'],
  ['ink', 'turmeric-wash'],
  ['on-kale', 'kale'],
  ['on-strip', 'strip'],
  ['ink', 'layer0'],
  ['ink', 'layer3'],
];

it.each(['light', 'dark'] as const)('can be read in the %s', (mode) => {
  const palette = paletteOf(mode);
  for (const [text, ground] of WRITTEN)
    expect(contrast(palette[text], palette[ground]), `${text} on ${ground}`).toBeGreaterThan(4.5);
});

it.each(['light', 'dark'] as const)('edges can be told apart in the %s', (mode) => {
  // WCAG 2.2, 1.4.11: 3 to 1 for what has to be seen without being read.
  const palette = paletteOf(mode);
  for (const edge of ['soft', 'kale', 'water-edge'] as const)
    expect(contrast(palette[edge], palette.paper), edge).toBeGreaterThan(3);
});

it('has the same names in both, and the faces as variables', () => {
  expect(Object.keys(variables('dark'))).toEqual(Object.keys(variables('light')));
  expect(variables('light')['--kale']).toBe(paletteOf('light').kale);
  expect(variables('light')['--text']).toContain('Snabo Figures');
});

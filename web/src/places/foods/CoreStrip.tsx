/** A hundred grams of a food cut open: what it is made of, to scale. */
import type { JSX } from 'react';

import type { ValueView } from '../../api/types';
import { plain } from '../../parts/format';
import legend from '../../parts/legend.module.css';
import styles from './foods.module.css';

const WIDTH = 640;
const HEIGHT = 34;
const LAYERS = [
  ['water', 'water', 'var(--water)', null],
  ['net_carbs', 'net carbs', 'var(--layer2)', 'strip-starch'],
  ['fibre', 'fibre', 'var(--layer1)', 'strip-dots'],
  ['protein', 'protein', 'var(--layer3)', null],
  ['fat', 'fat', 'var(--layer0)', 'strip-lines'],
] as const;

interface Segment {
  name: string;
  grams: number;
  x: number;
  width: number;
  fill: string;
  pattern: string | null;
}

function segmentsOf(values: Record<string, ValueView>, whole: number): Segment[] {
  const known = LAYERS.map(([key, name, fill, pattern]) => ({
    name,
    fill,
    pattern,
    grams: values[key]?.best ?? 0,
  })).filter((layer) => layer.grams > 0);
  const sum = Math.max(
    whole,
    known.reduce((total, layer) => total + layer.grams, 0),
  );
  let x = 0;
  return known.map((layer) => {
    const width = (layer.grams / sum) * WIDTH;
    const segment = { ...layer, x, width };
    x += width;
    return segment;
  });
}

/** What the strip's fills mean; once where several strips stand together. */
export function CoreLegend(): JSX.Element {
  return (
    <ul className={legend.legend} aria-hidden>
      {LAYERS.map(([key, name, fill, pattern]) => (
        <li key={key}>
          <svg width={22} height={14}>
            <rect width={22} height={14} fill={fill} stroke="var(--ink)" />
            {pattern && <rect width={22} height={14} fill={`url(#${pattern})`} />}
          </svg>{' '}
          {name}
        </li>
      ))}
    </ul>
  );
}

export function CoreStrip({
  values,
  grams,
}: {
  values: Record<string, ValueView>;
  grams: number;
}): JSX.Element {
  const segments = segmentsOf(values, grams);
  const words = segments.map((s) => `${s.name} ${plain(s.grams)} g`).join(', ');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`In ${plain(grams)} g: ${words}`}
      className={styles.coreStrip}
    >
      <defs>
        <pattern
          id="strip-starch"
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke="var(--ink)" strokeWidth={1.6} opacity={0.6} />
        </pattern>
        <pattern id="strip-dots" width={6} height={6} patternUnits="userSpaceOnUse">
          <circle cx={3} cy={3} r={1.2} fill="var(--ink)" opacity={0.6} />
        </pattern>
        <pattern id="strip-lines" width={5} height={5} patternUnits="userSpaceOnUse">
          <path d="M0 2.5H5" stroke="var(--ink)" strokeWidth={1.2} opacity={0.5} />
        </pattern>
      </defs>
      {segments.map((s) => (
        <g key={s.name}>
          <rect x={s.x} width={s.width} height={HEIGHT} fill={s.fill} stroke="var(--ink)" />
          {s.pattern && (
            <rect x={s.x} width={s.width} height={HEIGHT} fill={`url(#${s.pattern})`} />
          )}
        </g>
      ))}
      <rect width={WIDTH} height={HEIGHT} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
    </svg>
  );
}

/** Where carbs, fat and oil come from, part by part; told apart by pattern and words, not colour. */
import type { JSX } from 'react';

import type { DishComparison } from '../../api/types';
import { LABELS, plain, withUnit } from '../../parts/format';
import { stackOf, type Segment } from './partGeometry';
import legend from '../../parts/legend.module.css';
import styles from './compare.module.css';

const WIDTH = 150;
const BAR = 24;
const STEP = 34;
const LABEL = 128;
const PATTERNS = [
  'chart-plain',
  'chart-lines',
  'chart-dots',
  'chart-cross',
  'chart-back',
  'chart-wave',
];

function Patterns(): JSX.Element {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden>
      <defs>
        <pattern id="chart-plain" width="4" height="4" patternUnits="userSpaceOnUse">
          <rect width="4" height="4" fill="var(--layer2)" />
        </pattern>
        <pattern
          id="chart-lines"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="var(--paper)" />
          <path d="M0 0V6" stroke="var(--ink)" strokeWidth="2" />
        </pattern>
        <pattern id="chart-dots" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--layer1)" />
          <circle cx="3" cy="3" r="1.4" fill="var(--ink)" />
        </pattern>
        <pattern id="chart-cross" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="var(--paper)" />
          <path d="M0 0L7 7M7 0L0 7" stroke="var(--ink)" strokeWidth="1" />
        </pattern>
        <pattern
          id="chart-back"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="6" height="6" fill="var(--layer0)" />
          <path d="M0 0V6" stroke="var(--ink)" strokeWidth="1" />
        </pattern>
        <pattern id="chart-wave" width="8" height="5" patternUnits="userSpaceOnUse">
          <rect width="8" height="5" fill="var(--paper)" />
          <path d="M0 2.5H8" stroke="var(--ink)" strokeWidth="1.2" />
        </pattern>
      </defs>
    </svg>
  );
}

function words(segments: Segment[]): string {
  return segments
    .map((s) => `${s.part} ${s.value === null ? 'unknown' : plain(s.value)}`)
    .join(', ');
}

function Chart({ found, nutrient }: { found: DishComparison; nutrient: string }): JSX.Element {
  const stacks = stackOf(found, nutrient, WIDTH);
  const height = stacks.length * STEP + 4;
  const title = LABELS[nutrient] ?? nutrient;
  return (
    <figure className={styles.partChart}>
      <figcaption>
        <b>{title}</b> <span className="soft">g in a serving, by part</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${LABEL + WIDTH + 60} ${height}`}
        role="img"
        aria-label={`${title} by part. ${stacks.map((s) => `${s.label}: ${words(s.segments)}`).join('. ')}`}
      >
        {stacks.map((stack, row) => (
          <g key={stack.key} transform={`translate(0 ${row * STEP})`}>
            <text x={LABEL - 8} y={17} textAnchor="end" fontSize={15} fill="var(--ink)">
              {stack.label.length > 17 ? `${stack.label.slice(0, 16)}…` : stack.label}
            </text>
            {stack.segments.map((s) => (
              <g key={s.part}>
                <rect
                  x={LABEL + s.x}
                  y={0}
                  width={s.width}
                  height={BAR}
                  fill={`url(#${PATTERNS[s.index % PATTERNS.length]})`}
                  stroke="var(--ink)"
                />
                {s.width > 26 && s.value !== null && (
                  <text
                    x={LABEL + s.x + s.width / 2}
                    y={17}
                    textAnchor="middle"
                    fontSize={14}
                    className={styles.onPattern}
                  >
                    {plain(s.value)}
                  </text>
                )}
              </g>
            ))}
            <text x={LABEL + stack.end + 7} y={17} fontSize={15} fill="var(--ink)">
              {stack.total === null ? 'cannot tell' : withUnit(stack.total, 'g')}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

export function PartChart({ found }: { found: DishComparison }): JSX.Element {
  const parts = [...new Set(found.columns.flatMap((c) => c.parts.map((p) => p.part)))];
  return (
    <section aria-label="Where it comes from, part by part" className="part-charts">
      <Patterns />
      <ul className={legend.legend}>
        {parts.map((part, i) => (
          <li key={part}>
            <svg width={26} height={16} aria-hidden>
              <rect
                width={26}
                height={16}
                fill={`url(#${PATTERNS[i % PATTERNS.length]})`}
                stroke="var(--ink)"
              />
            </svg>{' '}
            {part}
          </li>
        ))}
      </ul>
      <div className={styles.charts}>
        {found.charted.map((nutrient) => (
          <Chart key={nutrient} found={found} nutrient={nutrient} />
        ))}
      </div>
    </section>
  );
}

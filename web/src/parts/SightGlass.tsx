/** One step of the water ledger: solids settled below, water above, the band on the glass. */
import type { JSX } from 'react';

import type { PointView } from '../api/types';
import { PlainButton } from './PlainButton';
import { percent, withUnit } from './format';
import { GLASS, glassGeometry } from './glassGeometry';
import styles from './sightGlass.module.css';

/** Patterns for solids and predicted water; once per page. */
export function GlassPatterns(): JSX.Element {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden="true">
      <defs>
        <pattern id="glass-solids" width="8" height="8" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="1.5" fill="var(--ink)" opacity="0.55" />
          <circle cx="6" cy="6" r="1.5" fill="var(--ink)" opacity="0.55" />
        </pattern>
        <pattern
          id="glass-guess"
          width="8"
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V8" stroke="var(--water-edge)" strokeWidth="3" />
        </pattern>
      </defs>
    </svg>
  );
}

interface Props {
  point: PointView;
  /** The step's number in the Recipe, 0 where lines are only put together. */
  number: number;
  joins: string;
  fullGrams: number;
  chosen: boolean;
  isNext: boolean;
  onChoose: () => void;
}

function state(point: PointView): string {
  return point.weighed === null ? 'predicted' : 'weighed';
}

export function SightGlass({
  point,
  number,
  joins,
  fullGrams,
  chosen,
  isNext,
  onChoose,
}: Props): JSX.Element {
  const g = glassGeometry(point, fullGrams);
  const [left, right] = [GLASS.wall, GLASS.right];
  const guess = point.weighed === null;
  return (
    <PlainButton className={styles.glass} aria-pressed={chosen} onClick={onChoose}>
      <span className={styles.label}>
        {number > 0 && <span className="soft">{number}</span>}
        {point.label}
        {isNext && <span className="aside">next</span>}
      </span>
      <svg
        viewBox={`0 0 ${GLASS.width} ${GLASS.height}`}
        preserveAspectRatio="xMinYMax meet"
        aria-hidden="true"
      >
        {g.band && (
          <g stroke="var(--kale)" strokeWidth={2}>
            <rect
              x={left - 8}
              width={right - left + 16}
              y={g.band[0]}
              height={Math.max(1, g.band[1] - g.band[0])}
              fill="var(--kale)"
              opacity={0.16}
              stroke="none"
            />
            <path
              d={`M${left - 8} ${g.band[0]} H${right + 8} M${left - 8} ${g.band[1]} H${right + 8}`}
              fill="none"
            />
          </g>
        )}
        <rect
          className={styles.level}
          x={left}
          width={right - left}
          y={g.level}
          height={g.solids - g.level}
          fill={guess ? 'url(#glass-guess)' : 'var(--water)'}
          opacity={guess ? 0.6 : 1}
        />
        <rect
          className={styles.level}
          x={left}
          width={right - left}
          y={g.solids}
          height={GLASS.base - g.solids}
          fill="var(--solid)"
        />
        <rect
          className={styles.level}
          x={left}
          width={right - left}
          y={g.solids}
          height={GLASS.base - g.solids}
          fill="url(#glass-solids)"
        />
        <path
          d={`M${left} ${GLASS.top} V${GLASS.base} q0 8 8 8 h${right - left - 16} q8 0 8 -8 V${GLASS.top}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={3}
        />
        <path
          d={`M${left - 5} ${g.level} H${right + 5}`}
          stroke="var(--ink)"
          strokeWidth={2.6}
          strokeDasharray={guess ? '6 4' : undefined}
        />
        {g.spread && g.spread[1] - g.spread[0] > 4 && (
          <path
            d={`M${right + 13} ${g.spread[0]} V${g.spread[1]} M${right + 9} ${g.spread[0]} h8 M${right + 9} ${g.spread[1]} h8`}
            stroke="var(--aubergine)"
            strokeWidth={2}
            fill="none"
          />
        )}
        {g.band && point.target !== null && point.floor !== null && (
          <g fontSize={16} fill="var(--kale)">
            <text x={right + 21} y={g.band[0] + 5}>
              {Math.round(point.target)}
            </text>
            {g.band[1] - g.band[0] > 18 && (
              <text x={right + 21} y={g.band[1] + 5}>
                {Math.round(point.floor)}
              </text>
            )}
          </g>
        )}
      </svg>
      <span className={styles.grams}>{withUnit(point.grams, 'g')}</span>
      <span>
        {state(point)} · {percent(point.water_share, 1)} water
      </span>
      <span className={`soft ${styles.joins}`}>{joins && `+ ${joins}`}</span>
      {point.band && (
        <span className="soft">
          right: {percent(point.band.low, 1)} to {percent(point.band.high, 1)}
        </span>
      )}
    </PlainButton>
  );
}

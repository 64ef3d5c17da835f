/** A target as a thin track: notch at the limit, blunt bar, whisker, hollow tick of the original. */
import type { JSX } from 'react';

import type { Reach } from '../api/types';
import { PlainButton } from './PlainButton';
import { figureText, valueIn, withUnit } from './format';
import { reachGeometry } from './reachGeometry';
import styles from './reach.module.css';

const VERDICTS: Record<string, string> = {
  meets: 'ok',
  likely_meets: 'ok',
  cannot_tell: 'unsure',
  over: 'bad',
  short: 'bad',
  likely_misses: 'bad',
};

function limitText(reach: Reach): string {
  const { at_least: least, at_most: most, unit } = reach;
  const wish = reach.hard ? '' : ', nice to have';
  if (least !== null && most !== null)
    return `${valueIn(least, unit)} to ${valueIn(most, unit)}${wish}`;
  if (most !== null) return `at most ${valueIn(most, unit)}${wish}`;
  return `at least ${valueIn(least ?? 0, unit)}${wish}`;
}

function Notch({ x, side }: { x: number; side: 'below' | 'above' }): JSX.Element {
  // The flag points to the side that is allowed.
  const flag = side === 'below' ? `M${x} 1 h-9 l3 3.5 l-3 3.5 h9` : `M${x} 1 h9 l-3 3.5 l3 3.5 h-9`;
  return (
    <g fill="var(--ink)">
      <path d={flag} />
      <rect x={x - 1.5} y={1} width={3} height={20} />
    </g>
  );
}

function Bar({ reach }: { reach: Reach }): JSX.Element {
  const g = reachGeometry(reach);
  const verdict = VERDICTS[reach.code] ?? 'unsure';
  const fill = {
    ok: 'var(--kale)',
    bad: 'url(#hatch-bad)',
    unsure: 'url(#dots-unsure)',
  }[verdict];
  return (
    <svg viewBox="0 0 300 22" preserveAspectRatio="none" aria-hidden="true">
      <line x1={0} x2={300} y1={18} y2={18} stroke="var(--soft)" strokeWidth={1.5} />
      <rect x={0} y={7} width={g.bar} height={10} fill={fill} />
      {g.broken && (
        <path
          d="M270 4 l6 5 l-6 5 l6 5 M276 4 l6 5 l-6 5 l6 5"
          stroke="var(--paper)"
          strokeWidth={3}
          fill="none"
        />
      )}
      {g.whisker && (
        <path
          d={`M${g.whisker[0]} 12 H${g.whisker[1]} M${g.whisker[0]} 9 v6 M${g.whisker[1]} 9 v6`}
          stroke="var(--ink)"
          strokeWidth={1.8}
          fill="none"
        />
      )}
      {g.was !== null && (
        <rect
          x={g.was - 2}
          y={5}
          width={4}
          height={13}
          fill="var(--paper)"
          stroke="var(--soft)"
          strokeWidth={1.3}
        />
      )}
      {g.atMost !== null && <Notch x={g.atMost} side="below" />}
      {g.atLeast !== null && <Notch x={g.atLeast} side="above" />}
    </svg>
  );
}

/** Hatches for bars that miss or cannot be told; once per page. */
export function ReachPatterns(): JSX.Element {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden="true">
      <defs>
        <pattern
          id="hatch-bad"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="var(--paprika)" opacity="0.35" />
          <rect width="3.4" height="6" fill="var(--paprika)" />
        </pattern>
        <pattern id="dots-unsure" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="2.5" cy="2.5" r="1.5" fill="var(--turmeric)" />
        </pattern>
      </defs>
    </svg>
  );
}

interface Props {
  reach: Reach;
  whose?: string;
  wordsHidden?: boolean;
  onOpen?: () => void;
}

export function ReachBar({ reach, whose, wordsHidden, onOpen }: Props): JSX.Element {
  const value = figureText(reach.figure, reach.unit);
  const verdict = VERDICTS[reach.code] ?? 'unsure';
  const was = reach.was === null ? '' : `; was ${withUnit(reach.was, reach.unit)}`;
  const changed =
    reach.was !== null &&
    reach.figure.best !== null &&
    Math.abs(reach.was - reach.figure.best) > 0.05;
  return (
    <div className={styles.reach} data-reach>
      <div className={styles.reachLine} data-reach-line>
        <span>
          <b>{reach.label}</b>
          {whose && <span className="soft"> {whose}</span>}
        </span>
        <span>
          {onOpen ? (
            <PlainButton
              onClick={onOpen}
              aria-label={`${reach.label}: where do ${value} come from?`}
            >
              {value}
            </PlainButton>
          ) : (
            value
          )}{' '}
          <span className="soft">{limitText(reach)}</span>
        </span>
      </div>
      <Bar reach={reach} />
      {!wordsHidden && (
        <p className={`verdict ${verdict}`}>
          {reach.words}
          {changed && <span className="soft">{was}</span>}
        </p>
      )}
    </div>
  );
}

/** What a recipe claims of itself, beside what it comes to here. */
import type { JSX } from 'react';

import type { ClaimsView, ClaimView, Figure } from '../api/types';
import styles from './claims.module.css';
import { figureText, plain } from './format';

const AGREES: Record<ClaimView['agrees'], string> = {
  agrees: 'agrees',
  higher: 'the recipe claims more',
  lower: 'the recipe claims less',
  unknown: 'not known here yet',
};

function claimed(claim: ClaimView): string {
  const high = plain(claim.claimed_high);
  if (claim.claimed_low === claim.claimed_high) return `${high} ${claim.unit}`;
  return `${plain(claim.claimed_low)} to ${high} ${claim.unit}`;
}

/** In a line: how many agree, and what is apart. */
function inShort(view: ClaimsView): string {
  const rows: [string, ClaimView['agrees']][] = view.claims.map((one) => [one.label, one.agrees]);
  if (view.minutes_claimed !== null) rows.push(['Time', view.minutes_agree]);
  const known = rows.filter(([, agrees]) => agrees !== 'unknown');
  const apart = known.filter(([, agrees]) => agrees !== 'agrees');
  if (known.length === 0) return 'nothing to compare yet';
  const agree = known.length - apart.length;
  if (apart.length === 0) return agree === 1 ? 'it agrees' : `all ${agree} agree`;
  const names = apart.map(([name]) => name.toLowerCase()).join(', ');
  return `${agree} of ${known.length} agree, apart: ${names}`;
}

function range(figure: Figure): string {
  if (figure.best === null || figure.high === null) return '';
  return `${plain(figure.low)} to ${plain(figure.high)}`;
}

export function Claims({ view }: { view: ClaimsView }): JSX.Element {
  const compared = view.claims.length > 0;
  return (
    <details className={styles.claims}>
      <summary>
        <b>What the recipe claims</b> <span className="soft">{inShort(view)}</span>
      </summary>
      {view.servings === null && (
        <p className="soft">
          It gives figures of a serving and does not say how many there are: nothing to compare.
        </p>
      )}
      {(compared || view.minutes_claimed !== null) && (
        <table>
          <thead>
            <tr>
              <th scope="col">{compared ? `One of ${plain(view.servings ?? 0)}` : ''}</th>
              <th scope="col">Claimed</th>
              <th scope="col">Here</th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {view.claims.map((claim) => (
              <tr key={claim.key} data-agrees={claim.agrees}>
                <th scope="row">{claim.label}</th>
                <td>{claimed(claim)}</td>
                <td>
                  {figureText(claim.ours, claim.unit)}{' '}
                  <span className="soft">{range(claim.ours)}</span>
                </td>
                <td>
                  {claim.without_fibre ? 'agrees, counted without fibre' : AGREES[claim.agrees]}
                </td>
              </tr>
            ))}
            {view.minutes_claimed !== null && (
              <tr data-agrees={view.minutes_agree}>
                <th scope="row">Time</th>
                <td>{plain(view.minutes_claimed)} min</td>
                <td>{view.minutes === null ? '' : `${view.minutes} min`}</td>
                <td>{AGREES[view.minutes_agree]}</td>
              </tr>
            )}
          </tbody>
        </table>
      )}
      <p className="soft">
        Claims are the recipe’s, of the dish before any swap; nothing is computed from them.
      </p>
    </details>
  );
}

/** The plate: every figure, original beside swap, each opening down to line, food and source. */
import { useState, type JSX } from 'react';
import { useSearchParams } from 'react-router';

import type { Figure, Part, Preview } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { figureText, LABELS, plain, unitOf } from '../../parts/format';
import { KeepButton } from '../bench/PlateRail';
import { Breakdown } from './Breakdown';
import { Standings } from './Standings';

export type Basis = 'serving' | 'hundred' | 'whole';

const ORDER = [
  'kcal',
  'net_carbs',
  'carbohydrate',
  'fibre',
  'sugars',
  'protein',
  'fat',
  'saturated',
  'added_oil',
  'sodium_mg',
];
const BASES: [Basis, string][] = [
  ['serving', 'per serving'],
  ['hundred', 'per 100 g before baking'],
  ['whole', 'whole dish'],
];

export function shareOf(basis: Basis, servingGrams: number, servings: number): number {
  if (basis === 'whole') return servings;
  if (basis === 'hundred') return servingGrams > 0 ? 100 / servingGrams : 0;
  return 1;
}

function difference(now: Figure, was: Figure): number | null {
  return now.best === null || was.best === null ? null : now.best - was.best;
}

function spread(figure: Figure, unit: string, share: number): string {
  if (figure.best === null || figure.spread_low === null || figure.spread_high === null) return '';
  const width = (figure.spread_high - figure.spread_low) * share;
  if (width < (unit === 'g' ? 0.15 : 3)) return '';
  const [low, high] = [plain(figure.spread_low * share), plain(figure.spread_high * share)];
  return low === high ? '' : `${low} to ${high}`;
}

function blame(figure: Figure, preview: Preview): string {
  if (figure.best !== null) return '';
  const line = preview.lines.find((l) => l.line_id === figure.blame[0]);
  return line ? `unknown: ${line.food_name}` : 'unknown';
}

interface RowProps {
  nutrient: string;
  preview: Preview;
  share: number;
  wasShare: number;
  swapped: boolean;
  open: boolean;
  onToggle: () => void;
}

function Row({
  nutrient,
  preview,
  share,
  wasShare,
  swapped,
  open,
  onToggle,
}: RowProps): JSX.Element | null {
  const now = preview.figures[nutrient];
  const was = preview.was[nutrient];
  if (!now || !was) return null;
  const unit = unitOf(nutrient);
  const gap = share === wasShare ? difference(now, was) : null;
  return (
    <tr>
      <th scope="row">
        <button
          type="button"
          className="plain-button"
          style={{ padding: '4px 0', fontWeight: 650 }}
          aria-expanded={open}
          onClick={onToggle}
        >
          {LABELS[nutrient] ?? nutrient} {open ? '▴' : '▾'}
        </button>
      </th>
      <td>
        <b>{figureText(now, unit, share)}</b>
        {now.best === null && <div className="verdict unsure">{blame(now, preview)}</div>}
      </td>
      <td className="soft">{spread(now, unit, share)}</td>
      {swapped && <td className="soft">{figureText(was, unit, wasShare)}</td>}
      {swapped && (
        <td>
          {gap === null
            ? ''
            : Math.abs(gap) < 0.05
              ? 'same'
              : `${gap > 0 ? '+' : '−'} ${plain(Math.abs(gap) * share)}`}
        </td>
      )}
    </tr>
  );
}

function wasGrams(preview: Preview, servings: number): number {
  return preview.parts.reduce((sum, part) => sum + part.was_grams, 0) / servings;
}

export function PortionsPlace(): JSX.Element {
  const { preview, draft } = useOpenDish();
  const [params, setParams] = useSearchParams();
  const [basis, setBasis] = useState<Basis>('serving');
  if (!preview) return <main className="place soft">Reckoning …</main>;
  const open = params.get('open') ?? 'net_carbs';
  const { servings, parts } = draft.document;
  const swapped = parts.some((part: Part) => part.slots.some((slot) => slot.choice));
  const share = shareOf(basis, preview.serving_grams, servings);
  const wasShare = shareOf(basis, wasGrams(preview, servings), servings);
  return (
    <main className="place">
      <div className="plate-grid">
        <section aria-label="The plate">
          <div className="row">
            <h2>The plate</h2>
            {BASES.filter(([key]) => key !== 'hundred' || !preview.mass_is_least).map(
              ([key, name]) => (
                <button
                  key={key}
                  type="button"
                  className="chip"
                  aria-pressed={basis === key}
                  onClick={() => setBasis(key)}
                >
                  {name}
                </button>
              ),
            )}
          </div>
          <table style={{ marginTop: 10 }}>
            <thead>
              <tr>
                <th scope="col">figure</th>
                <th scope="col">{swapped ? 'with the swap' : 'as brought'}</th>
                <th scope="col">nine times in ten</th>
                {swapped && <th scope="col">original</th>}
                {swapped && <th scope="col">difference</th>}
              </tr>
            </thead>
            <tbody>
              {ORDER.map((nutrient) => (
                <Row
                  key={nutrient}
                  nutrient={nutrient}
                  preview={preview}
                  share={share}
                  wasShare={wasShare}
                  swapped={swapped}
                  open={open === nutrient}
                  onToggle={() => setParams({ open: nutrient }, { replace: true })}
                />
              ))}
            </tbody>
          </table>
          <p className="soft" style={{ marginTop: 10 }}>
            Estimates from food tables, not medical advice. Water lost in cooking changes what a
            portion weighs, not what it holds.
          </p>
        </section>
        <section aria-label="Standings">
          <Standings />
          <div style={{ marginTop: 18 }}>
            <KeepButton />
          </div>
        </section>
      </div>
      <Breakdown nutrient={open} preview={preview} parts={parts} share={share} />
    </main>
  );
}

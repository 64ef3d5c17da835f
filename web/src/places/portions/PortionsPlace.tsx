/** The plate in full: original beside swap, by any scale, every figure opened below. */
import { useState, type JSX } from 'react';
import { useSearchParams } from 'react-router';

import type { Figure, Preview } from '../../api/types';
import { OpenDishContext, useOpenDish } from '../../draft/context';
import { useVariant } from '../../draft/useVariant';
import { ExplainTable } from '../../parts/ExplainTable';
import { PlainButton } from '../../parts/PlainButton';
import { figureText, LABELS, spreadOf, unitOf, withUnit } from '../../parts/format';
import { scalesOf, ScaleSwitch, type Scaled } from '../../parts/Scales';
import { VariantSwitch } from '../../parts/VariantSwitch';
import { LossesOf } from './LossesOf';
import { OnTheTable } from './OnTheTable';
import { SharedOut } from './SharedOut';
import { Standings } from './Standings';
import styles from './portions.module.css';

const CAUSES: Record<string, string> = {
  unknown: 'unknown',
  label: 'the label of',
  measure: 'how full a measure is:',
  recalled: 'from memory:',
  natural: 'natural spread of',
};

function blame(figure: Figure, preview: Preview): string {
  const first = figure.blame[0];
  if (figure.best !== null || !first) return '';
  const line = preview.lines.find((l) => l.line_id === first.line_id);
  return `${CAUSES[first.cause] ?? ''} ${line?.food_name ?? ''}`;
}

interface RowProps {
  nutrient: string;
  preview: Preview;
  scaled: Scaled;
  open: boolean;
  onToggle: () => void;
}

function Row({ nutrient, preview, scaled, open, onToggle }: RowProps): JSX.Element | null {
  const now = scaled.figures[nutrient];
  const was = scaled.was?.[nutrient];
  if (!now) return null;
  const unit = unitOf(nutrient);
  return (
    <tr className={open ? 'open' : ''}>
      <th scope="row">
        <PlainButton
          className="plain-button"
          style={{ padding: '4px 0', fontWeight: 650 }}
          aria-expanded={open}
          onClick={onToggle}
        >
          {LABELS[nutrient] ?? nutrient} {open ? '▴' : '▾'}
        </PlainButton>
      </th>
      <td>
        <b>{figureText(now, unit)}</b>
        {now.best === null && <div className="verdict unsure">{blame(now, preview)}</div>}
      </td>
      <td className="soft">{spreadOf(now, unit)}</td>
      {was && <td className="soft">{figureText(was, unit)}</td>}
    </tr>
  );
}

function Sources({ preview }: { preview: Preview }): JSX.Element {
  return (
    <section aria-label="Where it comes from" style={{ marginTop: 22 }}>
      <h2>Where it comes from, per serving</h2>
      {preview.ledger_sources.length === 0 && (
        <p className="soft">No added oil, salt, added sugar or polyols.</p>
      )}
      <ul className="plain-list">
        {preview.ledger_sources.map((ledger) => (
          <li key={ledger.nutrient}>
            <b>{LABELS[ledger.nutrient]}</b>{' '}
            {ledger.sources
              .map(
                (s) =>
                  `${s.source} ${s.value === null ? '' : withUnit(s.value, unitOf(ledger.nutrient))}`,
              )
              .join(' · ')}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The dish, or with `?variant=` one of its variants. */
export function PortionsPlace(): JSX.Element {
  const [params] = useSearchParams();
  return (
    <OpenDishContext value={useVariant(params.get('variant'))}>
      <InFull />
    </OpenDishContext>
  );
}

function InFull(): JSX.Element {
  const { preview, draft, variant } = useOpenDish();
  const [params, setParams] = useSearchParams();
  const look = (name: 'open' | 'variant', value: string | null): void =>
    setParams(
      (now) => {
        if (value) now.set(name, value);
        else now.delete(name);
        return now;
      },
      { replace: true },
    );
  const [scale, setScale] = useState('serving');
  if (!preview) return <main className="place soft">Working it out …</main>;
  const open = params.get('open') ?? 'net_carbs';
  const scales = scalesOf(preview);
  const chosen = scales.find((s) => s.key === scale) ?? scales[0];
  const swapped = draft.document.parts.some(
    (part) => part.slots.some((slot) => slot.choice) || part.lines.some((line) => line.instead),
  );
  if (!chosen) return <main className="place soft">Working it out …</main>;
  const shown: Scaled = swapped ? chosen : { ...chosen, was: null };
  return (
    <main className="place">
      <div className="row" role="group" aria-label="Who it is cooked for">
        <VariantSwitch onLook={(id) => look('variant', id)} />
      </div>
      <OnTheTable />
      <div className={styles.plateGrid}>
        <section aria-label="The plate">
          <div className="row">
            <h2>The plate</h2>
            <ScaleSwitch options={scales} chosen={chosen.key} onChoose={setScale} />
            <span className="soft">
              {preview.finished_grams === null
                ? 'in equal servings'
                : 'by the weight of what was finished'}
            </span>
          </div>
          <table className={styles.figures} style={{ marginTop: 10 }}>
            <thead>
              <tr>
                <th scope="col">figure</th>
                <th scope="col">{variant?.name ?? (swapped ? 'with the swap' : 'original')}</th>
                <th scope="col">usual range</th>
                {swapped && <th scope="col">original</th>}
              </tr>
            </thead>
            <tbody>
              {Object.keys(shown.figures).map((nutrient) => (
                <Row
                  key={nutrient}
                  nutrient={nutrient}
                  preview={preview}
                  scaled={shown}
                  open={open === nutrient}
                  onToggle={() => look('open', nutrient)}
                />
              ))}
            </tbody>
          </table>
          <p className="soft" style={{ marginTop: 10 }}>
            Estimates from food tables, not medical advice. Water lost in cooking changes what a
            portion weighs, not what it holds.
          </p>
          <Sources preview={preview} />
        </section>
        <section aria-label="Standings">
          <SharedOut />
          <Standings />
          <LossesOf />
        </section>
      </div>
      <div style={{ marginTop: 24 }}>
        <ExplainTable dish={draft.document} nutrient={open} scale={chosen.key} />
      </div>
    </main>
  );
}

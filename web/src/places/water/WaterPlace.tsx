/** Water: sight glasses for the chosen part, weigh-ins, and the answer in grams. */
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import type { LedgerView, PointView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { SightGlass } from '../../parts/SightGlass';
import { Notice } from '../../parts/Notice';
import { GlassTable } from './GlassTable';
import { WeighPanel } from './WeighPanel';

function upcoming(points: PointView[]): PointView | undefined {
  const last = points.findLastIndex((point) => point.weighed !== null);
  return points[last + 1] ?? points.at(-1);
}

function Ledger({ ledger }: { ledger: LedgerView }): JSX.Element {
  const [picked, setPicked] = useState<string | null>(null);
  const next = upcoming(ledger.points);
  const chosen = ledger.points.find((point) => point.step_id === picked) ?? next;
  const full = Math.max(...ledger.points.map((point) => Math.max(point.grams, point.high)));
  if (!chosen) return <Notice bad>{ledger.problem || 'Nothing to weigh here.'}</Notice>;
  return (
    <>
      <div>
        <h2>{ledger.name}</h2>
        <div className="glasses">
          {ledger.points.map((point) => (
            <SightGlass
              key={point.step_id}
              point={point}
              fullGrams={full}
              chosen={point.step_id === chosen.step_id}
              isNext={point === next && point.weighed === null}
              onChoose={() => setPicked(point.step_id)}
            />
          ))}
        </div>
        <GlassTable ledger={ledger} />
      </div>
      <aside aria-label="Weighing">
        <WeighPanel
          key={chosen.step_id}
          ledger={ledger}
          point={chosen}
          onTaken={() => setPicked(chosen.step_id)}
        />
      </aside>
    </>
  );
}

export function WaterPlace(): JSX.Element {
  const { draft, preview } = useOpenDish();
  const [picked, setPicked] = useState(0);
  if (!preview) return <main className="place soft">Working it out …</main>;
  const { ledgers } = preview;
  const ledger = ledgers[Math.min(picked, ledgers.length - 1)];
  if (!ledger)
    return (
      <main className="place">
        <h2>No water to plan yet</h2>
        <p style={{ margin: '8px 0 16px' }}>
          Choose a stand-in on the <Link to={`/dishes/${draft.id}/bench`}>Bench</Link>; its steps
          then stand here as glasses, with what the scale should read after each.
        </p>
      </main>
    );
  return (
    <>
      {ledgers.length > 1 && (
        <div className="row" style={{ padding: '10px 20px 0' }}>
          {ledgers.map((l, i) => (
            <button
              key={l.slot_id}
              type="button"
              className="chip"
              aria-pressed={l === ledger}
              onClick={() => setPicked(i)}
            >
              {draft.document.parts.find((part) => part.id === l.part_id)?.name}: {l.name}
            </button>
          ))}
        </div>
      )}
      <main className="water">
        <Ledger key={ledger.slot_id} ledger={ledger} />
      </main>
    </>
  );
}

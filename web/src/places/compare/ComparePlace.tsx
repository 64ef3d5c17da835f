/** The original, the draft, kept versions and stand-ins side by side. */
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { useSearchParams } from 'react-router';

import { sentence } from '../../api/client';
import { dishQuery } from '../../api/dishes';
import { compareDishQuery, rankQuery } from '../../api/reckon';
import type { CompareDishRequest, DishColumn, DishComparison, Part, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { PlainButton } from '../../parts/PlainButton';
import { figureText, LABELS, percent, signed, spreadOf, unitOf } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { PartChart } from './PartChart';
import styles from './compare.module.css';

type StandIn = CompareDishRequest['stand_ins'][number];

const MOST = 4;

function Difference({ column, nutrient }: { column: DishColumn; nutrient: string }): JSX.Element {
  const difference = column.differences[nutrient];
  if (!difference) return <></>;
  return (
    <div className={difference.real ? styles.difference : 'soft'}>
      {difference.real && <span aria-hidden>{(difference.value ?? 0) > 0 ? '▲ ' : '▼ '}</span>}
      {difference.words}
    </div>
  );
}

function Energy({ column }: { column: DishColumn }): JSX.Element {
  const shares = Object.entries(column.energy_shares);
  return (
    <>
      {shares.map(([name, share]) => (
        <div key={name}>
          {LABELS[name]} {share === null ? 'cannot tell' : percent(share)}
        </div>
      ))}
    </>
  );
}

function Columns({ found }: { found: DishComparison }): JSX.Element {
  return (
    <table className={styles.compare}>
      <thead>
        <tr>
          <th scope="col">per serving</th>
          {found.columns.map((column) => (
            <th key={column.key} scope="col">
              {column.label}
              {column.note && <span className={`soft ${styles.note}`}>{column.note}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {found.nutrients.map((nutrient) => (
          <tr key={nutrient}>
            <th scope="row">{LABELS[nutrient] ?? nutrient}</th>
            {found.columns.map((column) => {
              const figure = column.figures[nutrient];
              if (!figure) return <td key={column.key} />;
              return (
                <td key={column.key}>
                  <b>{figureText(figure, unitOf(nutrient))}</b>{' '}
                  <span className="soft">{spreadOf(figure, unitOf(nutrient))}</span>
                  <Difference column={column} nutrient={nutrient} />
                </td>
              );
            })}
          </tr>
        ))}
        <tr>
          <th scope="row">Energy from</th>
          {found.columns.map((column) => (
            <td key={column.key}>
              <Energy column={column} />
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">Minutes over the original’s</th>
          {found.columns.map((column) => (
            <td key={column.key}>
              {column.extra_total === null
                ? '–'
                : `${signed(column.extra_total)}, ${signed(column.extra_hands_on ?? 0)} of it work`}
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">Suits</th>
          {found.columns.map((column) => (
            <td key={column.key}>
              {column.eaters.map((eater) => (
                <div key={eater.id} className={`verdict ${eater.suits ? 'ok' : 'bad'}`}>
                  {eater.name}{' '}
                  {eater.suits
                    ? 'yes'
                    : eater.excluded
                      ? 'cannot eat this version'
                      : 'misses a limit'}
                </div>
              ))}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

interface PickProps {
  part: Part;
  slot: Slot;
  chosen: StandIn[];
  onToggle: (standIn: StandIn) => void;
}

function Pick({ part, slot, chosen, onToggle }: PickProps): JSX.Element | null {
  const { draft, readings } = useOpenDish();
  const ranked = useQuery(rankQuery(draft.sequence, draft.document, part.id, slot.id, readings));
  const candidates = ranked.data?.candidates ?? [];
  if (candidates.length === 0) return null;
  return (
    <div className="chips" role="group" aria-label={`Stand-ins for the ${part.name}`}>
      <span className="soft">{part.name}</span>
      {candidates.map((candidate) => {
        const item = { part: part.id, slot: slot.id, stand_in: candidate.stand_in };
        const on = chosen.some((c) => c.slot === slot.id && c.stand_in === candidate.stand_in);
        return (
          <PlainButton
            key={candidate.stand_in}
            className="chip"
            aria-pressed={on}
            disabled={!on && chosen.length >= MOST}
            onClick={() => onToggle(item)}
          >
            {candidate.name}
          </PlainButton>
        );
      })}
    </div>
  );
}

interface PicksProps<T> {
  label: string;
  picks: [T, string][];
  chosen: T[];
  onChange: (chosen: T[]) => void;
}

/** Things to stand beside the dish, each in or out. */
function Picks<T extends string | number>({
  label,
  picks,
  chosen,
  onChange,
}: PicksProps<T>): JSX.Element | null {
  if (picks.length === 0) return null;
  return (
    <div className="chips" role="group" aria-label={label}>
      <span className="soft">{label}</span>
      {picks.map(([key, name]) => (
        <PlainButton
          key={key}
          className="chip"
          aria-pressed={chosen.includes(key)}
          onClick={() =>
            onChange(chosen.includes(key) ? chosen.filter((one) => one !== key) : [...chosen, key])
          }
        >
          {name}
        </PlainButton>
      ))}
    </div>
  );
}

export function ComparePlace(): JSX.Element {
  const { draft, readings } = useOpenDish();
  const stored = useQuery(dishQuery(draft.id));
  const [standIns, setStandIns] = useState<StandIn[]>([]);
  const [params] = useSearchParams();
  // Runs names those that were cooked.
  const [versions, setVersions] = useState<number[]>(() =>
    params
      .getAll('version')
      .map(Number)
      .filter((one) => Number.isSafeInteger(one) && one > 0)
      .slice(0, MOST),
  );
  const [variants, setVariants] = useState<string[]>([]);
  const request: CompareDishRequest = {
    dish: draft.document,
    stand_ins: standIns,
    versions,
    variants,
    eaters: [],
    readings,
  };
  const found = useQuery(compareDishQuery(draft.id, request));
  const toggle = (item: StandIn): void => {
    const same = (c: StandIn): boolean => c.slot === item.slot && c.stand_in === item.stand_in;
    setStandIns(standIns.some(same) ? standIns.filter((c) => !same(c)) : [...standIns, item]);
  };
  return (
    <main className={`place ${styles.comparePlace}`}>
      <div className="row no-print">
        <h2>Side by side</h2>
        <span className="soft">
          Beside the original and the dish as it is now, up to {MOST} stand-ins, variants and kept
          versions.
        </span>
        <span className="grow" />
        <PlainButton className="chip" onClick={() => window.print()}>
          Print
        </PlainButton>
      </div>
      <div className="no-print">
        {draft.document.parts.flatMap((part) =>
          part.slots.map((slot) => (
            <Pick key={slot.id} part={part} slot={slot} chosen={standIns} onToggle={toggle} />
          )),
        )}
        <Picks
          label="Variants"
          picks={draft.document.variants.map(({ id, name }) => [id, name])}
          chosen={variants}
          onChange={setVariants}
        />
        <Picks
          label="Kept versions"
          picks={(stored.data?.versions ?? []).map((v) => [v.number, `version ${v.number}`])}
          chosen={versions}
          onChange={setVersions}
        />
      </div>
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {found.data?.columns.length === 1 && (
        <p style={{ margin: '10px 0' }}>Pick a stand-in above to see it beside the original.</p>
      )}
      {found.data && (
        <>
          <PartChart found={found.data} />
          <Columns found={found.data} />
        </>
      )}
    </main>
  );
}

/** A figure opened down to part, line, food, source and rule; what if a line were gone or halved. */
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../api/client';
import { explainQuery } from '../api/reckon';
import { useOpenDish } from '../draft/context';
import type { Dish, Explained, WhatIf } from '../api/types';
import { PlainButton } from './PlainButton';
import { figureText, percent, spreadOf, unitOf, valueIn, withUnit } from './format';
import { Notice } from './Notice';
import styles from './explain.module.css';

interface Props {
  dish: Dish;
  nutrient: string;
  scale: string;
}

/** A line that brings less than this share of a figure is only counted. */
const LEAST_SHOWN = 0.003;

type Row = Explained['lines'][number];

function Outcome({
  name,
  result,
  unit,
}: {
  name: string;
  result: WhatIf;
  unit: string;
}): JSX.Element {
  return (
    <p>
      <b>{name}:</b> {result.value === null ? 'cannot tell' : withUnit(result.value, unit)}
      {result.words.map((words) => (
        <span key={words} className="soft">
          {' '}
          · {words}
        </span>
      ))}
    </p>
  );
}

function Line({ row, unit, most }: { row: Row; unit: string; most: number }): JSX.Element {
  const [open, setOpen] = useState(false);
  const width = row.value === null || most <= 0 ? 0 : (row.value / most) * 100;
  return (
    <>
      <tr>
        <th scope="row">
          <PlainButton
            className="plain-button opener"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {row.food}
          </PlainButton>
          <span className={styles.shareBar} style={{ width: `${width}%` }} aria-hidden />
        </th>
        <td>
          {row.value === null ? (
            <span className="verdict unsure">unknown</span>
          ) : (
            valueIn(row.value, unit)
          )}
        </td>
        <td>{row.of_total === null ? '' : percent(row.of_total)}</td>
        <td>{row.grams === null ? 'unknown' : withUnit(row.grams, 'g')}</td>
        <td className="source">{row.part}</td>
        <td className="source">{row.doubt}</td>
      </tr>
      {open && (
        <tr>
          <td colSpan={6} className={styles.openedLine}>
            <p className="soft">
              {row.source}; {row.rule}
            </p>
            {row.gone && <Outcome name="Without it" result={row.gone} unit={unit} />}
            {row.halved && <Outcome name="With half of it" result={row.halved} unit={unit} />}
          </td>
        </tr>
      )}
    </>
  );
}

export function ExplainTable({ dish, nutrient, scale }: Props): JSX.Element {
  const { readings } = useOpenDish();
  const found = useQuery(explainQuery(dish, nutrient, scale, readings));
  if (found.error) return <Notice bad>{sentence(found.error)}</Notice>;
  if (!found.data) return <p className="soft">Opening …</p>;
  const { figure, lines, label } = found.data;
  const unit = unitOf(found.data.nutrient);
  const spread = spreadOf(figure, unit);
  const shown = lines.filter((row) => row.of_total === null || row.of_total >= LEAST_SHOWN);
  const most = Math.max(0, ...lines.map((row) => row.value ?? 0));
  return (
    <section aria-label={`${label}: where it comes from`}>
      <h2>
        {label}: where it comes from{' '}
        <span className="soft" style={{ font: '16px var(--text)' }}>
          {figureText(figure, unit)} in {found.data.scale}
          {spread && `, usually ${spread}`}
        </span>
      </h2>
      {lines.length === 0 ? (
        <p>No line brings any.</p>
      ) : (
        <table className={styles.explain} style={{ marginTop: 8 }}>
          <thead>
            <tr>
              <th scope="col">food; open it for source, rule and what if</th>
              <th scope="col">brings</th>
              <th scope="col">of all</th>
              <th scope="col">grams</th>
              <th scope="col" className="source">
                part
              </th>
              <th scope="col" className="source">
                doubt from
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <Line key={row.line_id} row={row} unit={unit} most={most} />
            ))}
          </tbody>
        </table>
      )}
      {shown.length < lines.length && (
        <p className="soft" style={{ marginTop: 6 }}>
          {lines.length - shown.length} more bring next to nothing.
        </p>
      )}
    </section>
  );
}

/** Cookings plotted: predicted and weighed, what was left at each step, how long the oven took. */
import type { JSX } from 'react';

import type { RunView } from '../../api/types';
import { plain } from '../../parts/format';
import { axisOf, bakeRows, lanesOf, weighedPoints, yieldRows, type PlotRow } from './plots';
import styles from './runs.module.css';

const SIDE = 250;
const LEFT = 52;
const BOTTOM = 40;
const MARK = 18;

/** A cooking, by its letter. */
function Letter({ letter, x, y }: { letter: string; x: number; y: number }): JSX.Element {
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle r={MARK / 2} fill="var(--paper)" stroke="var(--ink)" />
      <text y={4.5} textAnchor="middle" fontSize={13} fontWeight={700} fill="var(--ink)">
        {letter}
      </text>
    </g>
  );
}

function Predicted({ runs }: { runs: RunView[] }): JSX.Element | null {
  const points = weighedPoints(runs);
  if (!points.length) return null;
  const values = points.flatMap((one) => [one.low, one.high, one.weighed]);
  const axis = axisOf(values, SIDE);
  const up = (value: number): number => SIDE - axis.at(value);
  return (
    <figure className={styles.plot}>
      <figcaption>
        <b>Predicted and weighed</b> <span className="soft">g; on the line is as predicted</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${LEFT + SIDE + 20} ${SIDE + BOTTOM + 8}`}
        role="img"
        aria-label={points
          .map(
            (one) =>
              `${one.letter}, ${one.name}: ${plain(one.predicted)} predicted, ${plain(one.weighed)} weighed`,
          )
          .join('. ')}
      >
        <g transform={`translate(${LEFT} 8)`}>
          <rect width={SIDE} height={SIDE} fill="none" stroke="var(--line)" />
          <path d={`M0 ${SIDE}L${SIDE} 0`} stroke="var(--soft)" strokeDasharray="4 4" />
          {axis.ticks.map((tick) => (
            <g key={tick} fontSize={14} fill="var(--soft)">
              <text x={axis.at(tick)} y={SIDE + 17} textAnchor="middle">
                {plain(tick)}
              </text>
              <text x={-6} y={up(tick) + 5} textAnchor="end">
                {plain(tick)}
              </text>
            </g>
          ))}
          <text x={SIDE / 2} y={SIDE + 36} textAnchor="middle" fontSize={14} fill="var(--ink)">
            predicted
          </text>
          {points.map((one) => (
            <g key={`${one.letter}${one.name}`}>
              <path
                d={`M${axis.at(one.low)} ${up(one.weighed)}H${axis.at(one.high)}`}
                stroke="var(--water-edge)"
                strokeWidth={2}
              />
              <Letter letter={one.letter} x={axis.at(one.predicted)} y={up(one.weighed)} />
            </g>
          ))}
        </g>
      </svg>
    </figure>
  );
}

const WIDTH = 300;
const ROW = 58;

function Rows({
  title,
  unit,
  rows,
}: {
  title: string;
  unit: string;
  rows: PlotRow[];
}): JSX.Element | null {
  if (!rows.length) return null;
  const values = rows.flatMap((row) => [row.low, row.high, ...row.marks.map((one) => one.value)]);
  const axis = axisOf(values, WIDTH);
  const height = rows.length * ROW;
  return (
    <figure className={styles.plot}>
      <figcaption>
        <b>{title}</b> <span className="soft">{unit}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH + 30} ${height + 30}`}
        role="img"
        aria-label={rows
          .map(
            (row) =>
              `${row.name}: expected ${plain(row.low)} to ${plain(row.high)}; ${row.marks
                .map((one) => `${one.letter} ${plain(one.value)}`)
                .join(', ')}`,
          )
          .join('. ')}
      >
        <g transform="translate(14 0)">
          {rows.map((row, index) => {
            const lanes = lanesOf(
              row.marks.map((one) => axis.at(one.value)),
              MARK,
            );
            return (
              <g key={row.name} transform={`translate(0 ${index * ROW})`}>
                <text y={15} fontSize={14} fill="var(--ink)">
                  {row.name.length > 42 ? `${row.name.slice(0, 41)}…` : row.name}
                </text>
                <path d={`M0 32H${WIDTH}`} stroke="var(--line)" />
                <rect
                  x={axis.at(row.low)}
                  y={26}
                  width={Math.max(3, axis.at(row.high) - axis.at(row.low))}
                  height={12}
                  fill="var(--water)"
                  stroke="var(--water-edge)"
                />
                {row.marks.map((one, place) => (
                  <Letter
                    key={one.letter}
                    letter={one.letter}
                    x={axis.at(one.value)}
                    y={32 + (lanes[place] ?? 0) * 8}
                  />
                ))}
              </g>
            );
          })}
          {axis.ticks.map((tick) => (
            <text
              key={tick}
              x={axis.at(tick)}
              y={height + 18}
              textAnchor="middle"
              fontSize={14}
              fill="var(--soft)"
            >
              {plain(tick)}
            </text>
          ))}
        </g>
      </svg>
    </figure>
  );
}

export function Plots({ runs }: { runs: RunView[] }): JSX.Element {
  return (
    <div className={styles.plots}>
      <Predicted runs={runs} />
      <Rows
        title="What was left of what went in"
        unit="%; blue is where nine of ten lie"
        rows={yieldRows(runs)}
      />
      <Rows title="Minutes in the oven" unit="blue is what the recipe says" rows={bakeRows(runs)} />
    </div>
  );
}

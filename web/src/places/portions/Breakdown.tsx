/** One figure opened down to part, line, food and source; the biggest contributors first. */
import type { JSX } from 'react';

import type { LineShare, Part, Preview } from '../../api/types';
import { LABELS, plain, unitOf, withUnit } from '../../parts/format';

interface Props {
  nutrient: string;
  preview: Preview;
  parts: Part[];
  share: number;
}

function byAmount(nutrient: string): (a: LineShare, b: LineShare) => number {
  return (a, b) => (b.values[nutrient] ?? Infinity) - (a.values[nutrient] ?? Infinity);
}

export function Breakdown({ nutrient, preview, parts, share }: Props): JSX.Element {
  const unit = unitOf(nutrient);
  const names = new Map(parts.map((part) => [part.id, part.name]));
  const lines = [...preview.lines].sort(byAmount(nutrient));
  const shown = lines.filter((line) => (line.values[nutrient] ?? 1) > 0);
  const zero = lines.length - shown.length;
  return (
    <section
      aria-label={`Where ${LABELS[nutrient] ?? nutrient} comes from`}
      style={{ marginTop: 24 }}
    >
      <h2>Where {(LABELS[nutrient] ?? nutrient).toLowerCase()} comes from</h2>
      <table style={{ marginTop: 8 }}>
        <thead>
          <tr>
            <th scope="col">food</th>
            <th scope="col">{unit}</th>
            <th scope="col">grams in the dish</th>
            <th scope="col" style={{ textAlign: 'left' }}>
              part
            </th>
            <th scope="col" style={{ textAlign: 'left' }}>
              source
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((line) => {
            const value = line.values[nutrient] ?? null;
            return (
              <tr key={line.line_id}>
                <th scope="row">{line.food_name}</th>
                <td>
                  {value === null ? (
                    <span className="verdict unsure">unknown</span>
                  ) : (
                    plain(value * share)
                  )}
                </td>
                <td>{line.grams === null ? 'unknown' : withUnit(line.grams, 'g')}</td>
                <td className="source">{names.get(line.part_id)}</td>
                <td className="source">{line.source}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {zero > 0 && <p className="soft">{zero} more lines bring none.</p>}
    </section>
  );
}

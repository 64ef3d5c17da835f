/** The same facts as the glasses, as a table: step by step. */
import type { JSX } from 'react';

import type { CourseView } from '../../api/types';
import { percent, plain } from '../../parts/format';
import { keyOf } from './glasses';

function flow(grams: number): string {
  return Math.abs(grams) < 0.05 ? '' : plain(grams);
}

export function GlassTable({ course }: { course: CourseView }): JSX.Element {
  return (
    <details style={{ marginTop: 10 }}>
      <summary>Step by step</summary>
      <div style={{ overflowX: 'auto' }}>
        <table>
          <caption className="hidden">Mass and water after each step, in grams</caption>
          <thead>
            <tr>
              <th scope="col">after</th>
              <th scope="col">added</th>
              <th scope="col">vapour</th>
              <th scope="col">liquid</th>
              <th scope="col">stuck</th>
              <th scope="col">part</th>
              <th scope="col">water</th>
              <th scope="col">expected</th>
            </tr>
          </thead>
          <tbody>
            {course.glasses.map((glass) => {
              const { point } = glass;
              return (
                <tr key={keyOf(glass)}>
                  <th scope="row">{point.label}</th>
                  <td>{flow(point.added)}</td>
                  <td>{flow(point.vapour)}</td>
                  <td>{flow(point.liquid)}</td>
                  <td>{flow(point.stuck)}</td>
                  <td>{plain(point.grams)} g</td>
                  <td>{percent(point.water_share, 1)}</td>
                  <td>
                    {point.weighed === null
                      ? `${plain(point.low)} to ${plain(point.high)}`
                      : 'weighed'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </details>
  );
}

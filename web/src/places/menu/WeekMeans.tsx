/** The mean of each limit over the days with a meal, eater by eater. */
import type { JSX } from 'react';

import type { EaterLimits } from '../../api/types';
import { figureText } from '../../parts/format';
import styles from './menu.module.css';

export function WeekMeans({ week }: { week: EaterLimits[] }): JSX.Element | null {
  if (!week.length) return null;
  return (
    <section>
      <h2>On average</h2>
      {week.map((one) => (
        <div key={one.eater} className={styles.mean}>
          <h3>
            {one.name} <small>{one.days === 1 ? '1 day' : `${one.days} days`}</small>
          </h3>
          {one.lines.length === 0 && <p className="soft">no limits set</p>}
          <dl>
            {one.lines.map((line, place) => (
              <div key={`${line.nutrient}${place}`} data-met={line.met}>
                <dt>{line.label}</dt>
                <dd>
                  <b>{figureText(line.used, line.unit)}</b> {line.words}
                </dd>
              </div>
            ))}
          </dl>
        </div>
      ))}
    </section>
  );
}

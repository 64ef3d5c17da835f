/** Where a part's grams went: one bar for what came in, one for what became of it. */
import type { JSX } from 'react';

import type { CourseView } from '../../api/types';
import { withUnit } from '../../parts/format';
import { GlassTable } from './GlassTable';
import { flowsOf } from './glasses';
import styles from './water.module.css';

export function WhereItWent({ course }: { course: CourseView }): JSX.Element | null {
  const { came, takenUp, went } = flowsOf(course);
  if (came + takenUp < 1) return null;
  return (
    <section className={styles.went} aria-labelledby="where-it-went">
      <h3 id="where-it-went">Where the grams went</h3>
      <div className={styles.bar} aria-hidden="true">
        <div className={styles.came} style={{ flexGrow: came }} />
        {takenUp >= 0.5 && <div className={styles.takenUp} style={{ flexGrow: takenUp }} />}
      </div>
      <div className={styles.bar} aria-hidden="true">
        {went.map((flow) => (
          <div key={flow.kind} className={styles[flow.kind]} style={{ flexGrow: flow.grams }} />
        ))}
      </div>
      <ul className={styles.key}>
        <li>
          <b>{withUnit(came, 'g')}</b> came in
          {takenUp >= 0.5 && (
            <>
              {' '}
              and <b>{withUnit(takenUp, 'g')}</b> of water taken up
            </>
          )}
        </li>
        {went.map((flow) => (
          <li key={flow.kind} className={styles[`of_${flow.kind}`]}>
            <b>{withUnit(flow.grams, 'g')}</b> {flow.words}
          </li>
        ))}
      </ul>
      <GlassTable course={course} />
    </section>
  );
}

/** Water: sight glasses for any part and for the whole dish, weigh-ins, and the answer in grams. */
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { waterQuery } from '../../api/reckon';
import type { CourseView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { Glasses } from './Glasses';
import { WhereItWent } from './WhereItWent';
import { WeighPanel } from './WeighPanel';
import { keyOf, nextOf, openedFirst } from './glasses';
import styles from './water.module.css';

function Course({ course }: { course: CourseView }): JSX.Element {
  const [picked, setPicked] = useState<string | null>(null);
  const next = nextOf(course.glasses);
  const chosen = course.glasses.find((glass) => keyOf(glass) === picked) ?? next;
  if (!chosen) return <Notice bad>{course.problem || 'Nothing to weigh here.'}</Notice>;
  return (
    <>
      <div className={styles.main}>
        <h2>
          {course.name}{' '}
          {course.stand_in && <span className={styles.standIn}>{course.stand_in}</span>}
        </h2>
        {course.problem && <Notice>{course.problem} Until then the steps before it stand.</Notice>}
        <Glasses course={course} chosen={chosen} next={next} onChoose={setPicked} />
        {course.ends.map((words) => (
          <p key={words} className={styles.ends}>
            {words}
          </p>
        ))}
        <WhereItWent course={course} />
      </div>
      <aside className={styles.panel} aria-label="Weighing">
        <WeighPanel
          key={keyOf(chosen)}
          course={course}
          glass={chosen}
          onTaken={() => setPicked(keyOf(chosen))}
        />
      </aside>
    </>
  );
}

function Nothing({ id }: { id: string }): JSX.Element {
  return (
    <main className="place">
      <h2>No water to plan yet</h2>
      <p style={{ margin: '8px 0 16px' }}>
        Every step that dries, soaks or drains something stands here as a glass, with what the scale
        should read after it. Write the steps into the{' '}
        <Link to={`/dishes/${id}/recipe`}>Recipe</Link>, or choose a stand-in on the{' '}
        <Link to={`/dishes/${id}/bench`}>Bench</Link>: it brings its own.
      </p>
    </main>
  );
}

export function WaterPlace(): JSX.Element {
  const { draft, whole, readings, variant, eaters } = useOpenDish();
  const [picked, setPicked] = useState<string | null>(null);
  const shown = useDeferredValue(whole.document);
  const water = useQuery(waterQuery(shown, readings, eaters, variant?.id ?? ''));
  if (water.error) return <Notice bad>{sentence(water.error)}</Notice>;
  if (!water.data) return <main className="place soft">Working it out …</main>;
  const { courses } = water.data;
  const course = courses.find((one) => one.part_id === picked) ?? openedFirst(courses);
  if (!course) return <Nothing id={draft.id} />;
  return (
    <>
      {courses.length > 1 && (
        <nav className={styles.parts} aria-label="Whose water">
          {courses.map((one) => (
            <PlainButton
              key={one.part_id}
              className="chip"
              aria-pressed={one === course}
              onClick={() => setPicked(one.part_id)}
            >
              {one.name}
            </PlainButton>
          ))}
        </nav>
      )}
      <main className={styles.water}>
        <Course key={course.part_id} course={course} />
      </main>
    </>
  );
}

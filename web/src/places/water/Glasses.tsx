/** The glasses of a part in the order of its steps; the one being weighed scrolls into view. */
import { useEffect, useRef, type JSX } from 'react';

import type { CourseView, GlassView } from '../../api/types';
import { SightGlass } from '../../parts/SightGlass';
import { keyOf } from './glasses';
import styles from './water.module.css';

interface Props {
  course: CourseView;
  chosen: GlassView;
  next: GlassView | undefined;
  onChoose: (key: string) => void;
}

export function Glasses({ course, chosen, next, onChoose }: Props): JSX.Element {
  const row = useRef<HTMLDivElement>(null);
  const key = keyOf(chosen);
  useEffect(() => {
    const shown = row.current?.querySelector<HTMLElement>('[aria-pressed="true"]');
    const middle = (shown?.offsetLeft ?? 0) + (shown?.offsetWidth ?? 0) / 2;
    // The row alone scrolls: the page stays where the cook has put it.
    row.current?.scrollTo({ left: middle - row.current.clientWidth / 2 });
  }, [key]);
  const full = Math.max(...course.glasses.map(({ point }) => Math.max(point.grams, point.high)));
  return (
    <div className={styles.glasses} ref={row} role="group" aria-label="After each step">
      {course.glasses.map((glass) => (
        <SightGlass
          key={keyOf(glass)}
          point={glass.point}
          number={glass.number}
          joins={glass.joins}
          fullGrams={full}
          chosen={glass === chosen}
          isNext={glass === next && glass.point.weighed === null}
          onChoose={() => onChoose(keyOf(glass))}
        />
      ))}
    </div>
  );
}

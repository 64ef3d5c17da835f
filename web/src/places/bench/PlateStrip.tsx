/** On a narrow screen the plate is far below: a strip says how the dish stands, and leads there. */
import type { JSX } from 'react';

import { useOpenDish } from '../../draft/context';
import { figureText } from '../../parts/format';
import { VERDICTS } from '../../parts/verdicts';
import styles from './bench.module.css';

export function PlateStrip(): JSX.Element | null {
  const { preview } = useOpenDish();
  if (!preview) return null;
  const net = preview.figures.net_carbs;
  return (
    <nav className={styles.plateStrip} aria-label="The plate in short">
      <a href="#plate">
        {net && <b>{figureText(net, 'g')} net carbs</b>}
        {preview.verdicts.map((cell) => {
          const [word, tone] = VERDICTS[cell.verdict];
          const name = preview.eaters.find((e) => e.id === cell.eater)?.name;
          return (
            <span key={cell.eater} className={`verdict ${tone}`}>
              {name}: {word}
            </span>
          );
        })}
      </a>
    </nav>
  );
}

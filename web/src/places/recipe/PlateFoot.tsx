/** The plate at the foot of the page: what a serving holds, and how it stands for each eater. */
import type { JSX } from 'react';

import { useOpenDish } from '../../draft/context';
import { figureText, LABELS, unitOf } from '../../parts/format';
import { VERDICTS } from '../../parts/verdicts';
import styles from './recipe.module.css';

const SHOWN = ['net_carbs', 'protein', 'fat', 'fibre', 'added_oil', 'sodium_mg', 'kcal'];

export function PlateFoot(): JSX.Element {
  const { preview } = useOpenDish();
  if (!preview) return <p className="soft">Working it out …</p>;
  return (
    <>
      <h2>One serving</h2>
      <dl className={styles.plate}>
        {SHOWN.map((name) => {
          const figure = preview.figures[name];
          return (
            figure && (
              <div key={name}>
                <dt>{LABELS[name]}</dt>
                <dd>{figureText(figure, unitOf(name))}</dd>
              </div>
            )
          );
        })}
      </dl>
      <ul className={styles.eaters}>
        {preview.verdicts.map((cell) => {
          const [word, tone] = VERDICTS[cell.verdict];
          const eater = preview.eaters.find((one) => one.id === cell.eater);
          const why = eater?.breaches[0]?.words ?? eater?.reaches.find((one) => !one.met)?.words;
          return (
            <li key={cell.eater}>
              <b>{eater?.name}</b> <span className={`verdict ${tone}`}>{word}</span>
              {cell.verdict !== 'fits' && why && <span className="soft"> {why}</span>}
            </li>
          );
        })}
      </ul>
    </>
  );
}

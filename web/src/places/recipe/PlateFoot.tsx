/** The plate at the foot of the page: what a serving holds, and how it stands for each eater. */
import type { JSX } from 'react';

import type { Figure } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { branchName } from '../../parts/branchName';
import { figureText, LABELS, plain, unitOf } from '../../parts/format';
import { VERDICTS } from '../../parts/verdicts';
import styles from './recipe.module.css';

const SHOWN = ['net_carbs', 'protein', 'fat', 'fibre', 'added_oil', 'sodium_mg', 'kcal'];

function Plate({ figures }: { figures: Record<string, Figure> }): JSX.Element {
  return (
    <dl className={styles.plate}>
      {SHOWN.map((name) => {
        const figure = figures[name];
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
  );
}

export function PlateFoot(): JSX.Element {
  const { preview } = useOpenDish();
  if (!preview) return <p className="soft">Working it out …</p>;
  const branches = preview.parting?.branches ?? [];
  return (
    <>
      <h2>One serving</h2>
      {branches.length === 0 && <Plate figures={preview.figures} />}
      {branches.map((branch) => (
        <div key={branch.id || 'others'}>
          <h3 className={styles.whose}>
            {branchName(branch)}{' '}
            <span className="soft">
              {plain(branch.servings)} {branch.servings === 1 ? 'serving' : 'servings'}
            </span>
          </h3>
          <Plate figures={branch.figures} />
        </div>
      ))}
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

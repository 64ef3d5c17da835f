/** A cooking becomes the dish: as it was cooked, with what was done otherwise where wanted. */
import Button from '@mui/material/Button';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { dishOf } from '../../api/runs';
import type { RunAnswer } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';
import { Tick } from '../../parts/Tick';
import styles from './runs.module.css';

export function MakeTheDish({ answer }: { answer: RunAnswer }): JSX.Element {
  const { draft } = useOpenDish();
  const { view } = answer;
  const [wanted, setWanted] = useState(() => view.offers.map((offer) => offer.key));
  const [done, setDone] = useState(false);
  const [problem, setProblem] = useState('');
  const make = async (): Promise<void> => {
    try {
      const dish = await dishOf(view.id, wanted);
      draft.change(() => dish, 'the dish made as it was cooked');
      setDone(true);
      setProblem('');
    } catch (refusal) {
      setProblem(sentence(refusal));
    }
  };
  return (
    <div className={styles.make}>
      {view.offers.map((offer) => (
        <Tick
          key={offer.key}
          checked={wanted.includes(offer.key)}
          onChange={(on) =>
            setWanted(on ? [...wanted, offer.key] : wanted.filter((key) => key !== offer.key))
          }
        >
          {offer.words}
        </Tick>
      ))}
      <Button variant="outlined" onClick={() => void make()}>
        Make this the dish
      </Button>
      {done && (
        <p role="status" className="soft">
          The dish is now as it was cooked. Undo takes it back.
        </p>
      )}
      {problem && <Notice bad>{problem}</Notice>}
    </div>
  );
}

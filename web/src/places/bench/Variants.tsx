/** Who has the dish as it is and who has it otherwise; one of them is worked on. */
import Button from '@mui/material/Button';
import Collapse from '@mui/material/Collapse';
import { useState, type JSX } from 'react';

import type { BranchView, PartingView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { removeVariant, setVariant } from '../../draft/variants';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { VariantSwitch } from '../../parts/VariantSwitch';
import { percent, plain, withUnit } from '../../parts/format';
import { NewVariant } from './NewVariant';
import { VariantWho } from './VariantWho';
import styles from './variants.module.css';

interface Props {
  onLook: (variant: string | null) => void;
}

function size(branch: BranchView): string {
  const servings = `${plain(branch.servings)} ${branch.servings === 1 ? 'serving' : 'servings'}`;
  return `${servings}, ${percent(branch.share)} of the dish, ${withUnit(branch.grams, 'g')}`;
}

/** What one variant is: how much, what is otherwise in it, where it is taken out. */
function About({ branch }: { branch: BranchView }): JSX.Element {
  return (
    <>
      <p>
        {size(branch)} · <b>{branch.parted}</b>
        {branch.needs && <> · needs {branch.needs}</>}
      </p>
      {branch.changes.length > 0 ? (
        <ul className={styles.list}>
          {branch.changes.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      ) : (
        <p>Nothing is otherwise yet. Change the parts below: it goes into this variant alone.</p>
      )}
      <p className="soft">
        Grams on the Bench are those of the whole dish made so; the Recipe has those of this share.
      </p>
      {branch.lost.map((words) => (
        <Notice key={words} bad>
          No longer in the dish, so nothing comes of it: {words}
        </Notice>
      ))}
      {branch.minds.map((mind) => (
        <p key={mind.words} className={styles.mind} title={mind.source}>
          {mind.words}
        </p>
      ))}
    </>
  );
}

/** How the whole is cooked: what is common, and what may carry traces. */
function Common({ parting }: { parting: PartingView }): JSX.Element {
  return (
    <>
      <p>{parting.common}</p>
      {parting.contacts.map((words) => (
        <p key={words} className={styles.mind}>
          {words}
        </p>
      ))}
    </>
  );
}

export function Variants({ onLook }: Props): JSX.Element {
  const { whole, variant, preview } = useOpenDish();
  const [adding, setAdding] = useState(false);
  const [editing, setEditing] = useState(false);
  const parting = preview?.parting ?? null;
  const { variants } = whole.document;
  const branch = parting?.branches.find((one) => one.id === (variant?.id ?? ''));
  const takeAway = (): void => {
    if (!variant) return;
    whole.change((dish) => removeVariant(dish, variant.id));
    onLook(null);
  };
  return (
    <section className={styles.variants} aria-label="Variants">
      <div className={styles.bar} role="group" aria-label="Who it is cooked for">
        <VariantSwitch onLook={onLook} />
        <PlainButton className="chip" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          Somebody wants it otherwise
        </PlainButton>
      </div>
      <Collapse in={adding} mountOnEnter unmountOnExit>
        <NewVariant
          onMade={(id) => {
            setAdding(false);
            onLook(id);
          }}
        />
      </Collapse>
      {parting?.problem && <Notice bad>{parting.problem}</Notice>}
      {variant && branch && (
        <div className={styles.about}>
          <About branch={branch} />
          <div className={styles.bar}>
            <Button size="small" aria-expanded={editing} onClick={() => setEditing(!editing)}>
              Who and how much
            </Button>
            <Button size="small" color="error" onClick={takeAway}>
              Take the variant away
            </Button>
          </div>
          {editing && (
            <VariantWho
              key={variant.id}
              variant={variant}
              onChange={(next) => whole.change((dish) => setVariant(dish, next))}
            />
          )}
        </div>
      )}
      {!variant && parting && variants.length > 0 && (
        <div className={styles.about}>
          <Common parting={parting} />
        </div>
      )}
    </section>
  );
}

/** What is cooked on and with: the run sheet lays the evening out for it. */
import type { JSX } from 'react';

import type { Equipment } from '../../api/types';
import { NumberField } from '../../parts/NumberField';
import { PlainButton } from '../../parts/PlainButton';
import styles from './kitchen.module.css';

type Figure = Exclude<keyof Equipment, 'blender'>;

const COUNTED: readonly (readonly [Figure, string])[] = [
  ['cooks', 'Cooks, usually'],
  ['rings', 'Rings'],
  ['shelves', 'Oven shelves'],
  ['microwaves', 'Microwaves'],
  ['blenders', 'Blenders'],
  ['processors', 'Food processors'],
];
const RATES: readonly (readonly [Figure, string])[] = [
  ['oven_up', 'Oven rises, °C a minute'],
  ['oven_down', 'Oven falls, °C a minute'],
];
const TAKES: readonly (readonly [Figure, string])[] = [
  ['cloth_grams', 'A cloth takes, g'],
  ['mesh_grams', 'A press or sieve takes, g'],
  ['blender_ml', 'Blender’s bowl, ml'],
];
const STRENGTHS: readonly (readonly [Equipment['blender'], string])[] = [
  ['weak', 'weak'],
  ['usual', 'usual'],
  ['strong', 'strong'],
];

interface Props {
  equipment: Equipment;
  onChange: (next: Equipment) => void;
}

function Figures({
  named,
  whole = false,
  equipment,
  onChange,
}: Props & { named: readonly (readonly [Figure, string])[]; whole?: boolean }): JSX.Element {
  return (
    <>
      {named.map(([name, label]) => (
        <NumberField
          key={name}
          label={label}
          value={equipment[name]}
          onChange={(typed) => {
            const value = typed ?? 0;
            onChange({ ...equipment, [name]: whole ? Math.round(value) : value });
          }}
        />
      ))}
    </>
  );
}

export function CookedOn({ equipment, onChange }: Props): JSX.Element {
  const shared = { equipment, onChange };
  return (
    <>
      <div className={styles.setting}>
        <h2>Cooked on</h2>
        <p className="soft" style={{ margin: '4px 0 12px' }}>
          The run sheet uses no more than there is. Nothing of a kind is 0: then it is done by hand,
          or said that it cannot be. An empty oven usually rises by 10 °C a minute.
        </p>
        <div className={styles.counted}>
          <Figures named={COUNTED} whole {...shared} />
          <Figures named={RATES} {...shared} />
        </div>
      </div>
      <div className={styles.setting}>
        <h2>Pressed and blended in</h2>
        <p className="soft" style={{ margin: '4px 0 12px' }}>
          What goes in at once, 0 for what you do not have. Water says in how many batches a step is
          done; a blender is filled to two thirds, with hot food only to half.
        </p>
        <div className={styles.counted}>
          <Figures named={TAKES} {...shared} />
        </div>
        <div
          className="chips"
          role="group"
          aria-label="How strong the blender is"
          style={{ marginTop: 12 }}
        >
          <span className="soft">The blender is</span>
          {STRENGTHS.map(([strength, words]) => (
            <PlainButton
              key={strength}
              className="chip"
              aria-pressed={equipment.blender === strength}
              onClick={() => onChange({ ...equipment, blender: strength })}
            >
              {words}
            </PlainButton>
          ))}
        </div>
      </div>
    </>
  );
}

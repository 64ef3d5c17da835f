/** What is cooked on and with: the run sheet lays the evening out for it. */
import type { JSX } from 'react';

import type { Equipment } from '../../api/types';
import { NumberField } from '../../parts/NumberField';
import styles from './kitchen.module.css';

const COUNTED: readonly (readonly [keyof Equipment, string])[] = [
  ['cooks', 'Cooks, usually'],
  ['rings', 'Rings'],
  ['shelves', 'Oven shelves'],
  ['microwaves', 'Microwaves'],
  ['blenders', 'Blenders'],
  ['processors', 'Food processors'],
];
const RATES: readonly (readonly [keyof Equipment, string])[] = [
  ['oven_up', 'Oven rises, °C a minute'],
  ['oven_down', 'Oven falls, °C a minute'],
];

export function CookedOn({
  equipment,
  onChange,
}: {
  equipment: Equipment;
  onChange: (next: Equipment) => void;
}): JSX.Element {
  return (
    <div className={styles.setting}>
      <h2>Cooked on</h2>
      <p className="soft" style={{ margin: '4px 0 12px' }}>
        The run sheet uses no more than there is. Nothing of a kind is 0: then it is done by hand,
        or said that it cannot be. An empty oven usually rises by 10 °C a minute.
      </p>
      <div className={styles.counted}>
        {COUNTED.map(([name, label]) => (
          <NumberField
            key={name}
            label={label}
            value={equipment[name]}
            onChange={(value) => onChange({ ...equipment, [name]: Math.round(value ?? 0) })}
          />
        ))}
        {RATES.map(([name, label]) => (
          <NumberField
            key={name}
            label={label}
            value={equipment[name]}
            onChange={(value) => onChange({ ...equipment, [name]: value ?? 0 })}
          />
        ))}
      </div>
    </div>
  );
}

/** By what the plate is read: a serving, 100 g, the whole dish, or one eater's portion. */
import type { JSX } from 'react';

import type { Figure, Preview } from '../api/types';
import { PlainButton } from './PlainButton';
import styles from './scales.module.css';

const WORDS: Record<string, string> = { serving: 'serving', '100g': '100 g', dish: 'dish' };

export interface Scaled {
  key: string;
  words: string;
  figures: Record<string, Figure>;
  was: Record<string, Figure> | null;
}

/** Every scale a preview can be read by; eaters only where their portion is their own. */
export function scalesOf(preview: Preview): Scaled[] {
  return preview.scales.flatMap((s) => {
    const eater = preview.eaters.find((e) => e.id === s.scale);
    const words = WORDS[s.scale] ?? (eater && `${eater.name}’s`);
    // A portion whose eater has left the table is nobody's to read.
    return words ? [{ key: s.scale, words, figures: s.figures, was: s.was }] : [];
  });
}

interface Props {
  options: { key: string; words: string }[];
  chosen: string;
  onChoose: (key: string) => void;
}

export function ScaleSwitch({ options, chosen, onChoose }: Props): JSX.Element {
  return (
    <div className={`row ${styles.scaleSwitch}`} role="group" aria-label="Read the plate by">
      {options.map((scale) => (
        <PlainButton
          key={scale.key}
          className="chip"
          aria-pressed={scale.key === chosen}
          onClick={() => onChoose(scale.key)}
        >
          {scale.words}
        </PlainButton>
      ))}
    </div>
  );
}

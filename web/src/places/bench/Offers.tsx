/** What else of a part could be swapped; each becomes a slot when it is taken up. */
import Chip from '@mui/material/Chip';
import type { JSX } from 'react';

import type { OfferView } from '../../api/types';
import styles from './candidates.module.css';

interface Props {
  offers: OfferView[];
  onTake: (offer: OfferView) => void;
}

export function Offers({ offers, onTake }: Props): JSX.Element | null {
  if (offers.length === 0) return null;
  return (
    <section className={styles.offers} aria-label="Also to swap here">
      <b>Also to swap here</b>
      {offers.map((offer) => (
        <Chip
          key={offer.role}
          label={offer.words}
          variant="outlined"
          onClick={() => onTake(offer)}
        />
      ))}
    </section>
  );
}

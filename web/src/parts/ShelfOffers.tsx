/** What of a dish goes on the shelf with one press: half of a part, stems, seeds, rests of tins. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../api/client';
import { shelfOffersQuery } from '../api/shelf';
import type { OfferedView, ShelfPlace } from '../api/types';
import { newId } from '../browser/newId';
import { Refusals } from '../shelf/Refusals';
import { useShelf } from '../shelf/useShelf';
import { typed, withUnit } from './format';
import { Notice } from './Notice';
import styles from './shelfOffers.module.css';

interface Props {
  dish: string;
  title: string;
  /** Whether parts are offered too: not any more once they are one dish. */
  parts?: boolean;
  /** Told when half of a part, or so, is put away before the dish is made: the dish takes the rest. */
  onPart?: (part: string, share: number) => void;
}

const WHERE: Record<ShelfPlace, string> = {
  freezer: 'Into the freezer',
  fridge: 'Into the fridge',
  cupboard: 'Into the cupboard',
};

const PLACES: Record<ShelfPlace, string> = {
  freezer: 'Freezer',
  fridge: 'Fridge',
  cupboard: 'Cupboard',
};

interface RowProps {
  offer: OfferedView;
  onPut: (offer: OfferedView, grams: number, place: ShelfPlace) => void;
}

function Offer({ offer, onPut }: RowProps): JSX.Element {
  const [text, setText] = useState('');
  const grams = text === '' ? Math.round(offer.grams) : typed(text);
  const places: ShelfPlace[] = offer.place === 'freezer' ? ['freezer', 'fridge'] : ['fridge'];
  return (
    <li className={styles.offer}>
      <span>
        <b>{offer.name}</b>{' '}
        <span className="soft">
          {offer.whole === null
            ? offer.part
              ? 'what is over'
              : 'about so much'
            : `half of ${withUnit(offer.whole, 'g')}`}
        </span>
      </span>
      <TextField
        label="g"
        value={text}
        placeholder={String(Math.round(offer.grams))}
        onChange={(e) => setText(e.target.value)}
        slotProps={{
          htmlInput: { inputMode: 'decimal', 'aria-label': `Grams of ${offer.name}` },
          inputLabel: { shrink: true },
        }}
        sx={{ width: 90 }}
      />
      {places.map((place) => (
        <Button
          key={place}
          variant="outlined"
          disabled={!grams || grams <= 0}
          aria-label={`${WHERE[place]}: ${offer.name}`}
          onClick={() => onPut(offer, grams ?? 0, place)}
        >
          {PLACES[place]}
        </Button>
      ))}
    </li>
  );
}

/** The day in this browser's place; the server refuses one that is still to come. */
function today(): string {
  const now = new Date();
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

export function ShelfOffers({ dish, title, parts = true, onPart }: Props): JSX.Element | null {
  const offers = useQuery(shelfOffersQuery(dish));
  const shelf = useShelf();
  const [done, setDone] = useState<{ key: string; words: string }[]>([]);
  const put = (offer: OfferedView, grams: number, place: ShelfPlace): void => {
    const made = shelf.answer?.today ?? today();
    const common = { id: newId(), grams, place, made, pieces: null, kind: offer.kind, note: '' };
    if (offer.part) {
      const name = `${offer.name} of ${title}`;
      shelf.put({
        what: 'part',
        name,
        dish,
        body: { ...common, kind: '', name, part: offer.part },
      });
      if (offer.whole !== null) onPart?.(offer.part, Math.max(0, 1 - grams / offer.whole));
    } else {
      const { name, food, form } = offer;
      shelf.put({ what: 'put', name, body: { ...common, name, food, form, said: null } });
    }
    const words = `${withUnit(grams, 'g')} ${offer.name}, ${WHERE[place].toLowerCase()}`;
    setDone([...done, { key: offer.key, words }]);
  };
  const left = (offers.data ?? []).filter(
    (one) => (parts || one.part === null) && done.every((each) => each.key !== one.key),
  );
  if (!parts && !left.length && !done.length) return null;
  return (
    <section aria-label="To the shelf" className={styles.offers}>
      <h3>{parts ? 'To the shelf' : 'From preparing, to the shelf'}</h3>
      {offers.error && <Notice bad>{sentence(offers.error)}</Notice>}
      <Refusals shelf={shelf} />
      {done.map((one) => (
        <p key={one.key} role="status">
          {one.words}.
        </p>
      ))}
      <ul className="plain-list">
        {left.map((offer) => (
          <Offer key={offer.key} offer={offer} onPut={put} />
        ))}
      </ul>
      <p className="soft">
        Weigh it: these grams are reckoned. Anything else goes there on the{' '}
        <Link to="/shelf">Shelf</Link>.
      </p>
    </section>
  );
}

/** The card of a dish that travels: what is in it, how long it may be out, what to do on arrival. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link, useParams } from 'react-router';

import { sentence } from '../../api/client';
import { cardQuery } from '../../api/menu';
import type { TravelCard } from '../../api/types';
import { clockOf, listed } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useTitle } from '../../parts/useTitle';
import styles from './card.module.css';

const WORDS: Record<TravelCard['contains'][number]['certainty'], string> = {
  contains: 'in',
  may_contain: 'perhaps in',
  check_label: 'depends on the label of',
  unknown: 'nobody knows for',
  tolerated: 'a little in',
  free: 'not in',
};

/** Today at a time of the clock, as an instant; empty where there is none. */
function instantOf(clock: string): string {
  const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(clock) ?? [];
  if (hours === undefined || minutes === undefined) return '';
  const at = new Date();
  at.setHours(Number(hours), Number(minutes), 0, 0);
  return at.toISOString();
}

function Named({ title, names }: { title: string; names: string[] }): JSX.Element {
  return (
    <div>
      <dt>{title}</dt>
      <dd>{names.length ? names.join(', ') : 'none'}</dd>
    </div>
  );
}

function Inside({ card }: { card: TravelCard }): JSX.Element {
  const sure = card.contains.filter((one) => one.certainty === 'contains');
  const unsure = card.contains.filter((one) => one.certainty !== 'contains');
  return (
    <>
      <h2>Contains</h2>
      <ul className={styles.contains}>
        {sure.map((one) => (
          <li key={one.what}>
            <b>{one.what}</b> {WORDS[one.certainty]} {listed(one.foods)}
          </li>
        ))}
        {sure.length === 0 && <li>nothing of {card.list_name} that anybody knows of</li>}
      </ul>
      {unsure.length > 0 && (
        <>
          <h3>May contain</h3>
          <ul className={styles.contains}>
            {unsure.map((one) => (
              <li key={one.what}>
                <b>{one.what}</b> {WORDS[one.certainty]} {listed(one.foods)}
              </li>
            ))}
          </ul>
        </>
      )}
      {card.unread.length > 0 && (
        <p className={styles.unread}>
          Nobody knows what is in: {listed(card.unread.map((text) => `“${text}”`))}. Ask the cook.
        </p>
      )}
      {card.free_of.length > 0 && (
        <p>
          Looked for and in none of it, as far as anybody here knows: {listed(card.free_of)}. By{' '}
          {card.list_name}.
        </p>
      )}
      {card.coconut && <p className="soft">{card.coconut}</p>}
      <dl className={styles.named}>
        <Named title="Vegetables and pulses" names={card.vegetables} />
        <Named title="Nuts and seeds" names={card.nuts} />
        <Named title="Sauces and condiments" names={card.condiments} />
        {card.swapped.length > 0 && <Named title="What you do not see" names={card.swapped} />}
      </dl>
    </>
  );
}

export function CardPlace(): JSX.Element {
  const id = useParams().dishId ?? '';
  const [left, setLeft] = useState('');
  const found = useQuery(cardQuery(id, instantOf(left)));
  const card = found.data;
  useTitle(card ? `${card.title}, card` : 'Card');
  if (found.error)
    return (
      <main className="place" id="content">
        <Notice bad actions={<a href="/dishes">To the dishes</a>}>
          {sentence(found.error)}
        </Notice>
      </main>
    );
  if (!card) return <main className="place soft">Writing the card …</main>;
  return (
    <main className={`place ${styles.place}`} id="content">
      <article className={styles.card}>
        <h1>{card.title}</h1>
        <Inside card={card} />
        <h2>On the way</h2>
        {card.keep.map((words) => (
          <p key={words}>{words}</p>
        ))}
        {card.out_by && card.out_by_hot && (
          <p className={styles.clock}>
            Eaten or cold again by <b>{clockOf(card.out_by)}</b>, above 32 °C by{' '}
            <b>{clockOf(card.out_by_hot)}</b>.
          </p>
        )}
        <p className="soft">{card.source}.</p>
        <h2>On arrival</h2>
        {card.arrival.map((words) => (
          <p key={words}>{words}</p>
        ))}
        {card.arrival.length === 0 && <p>Nothing: it is eaten as it comes.</p>}
      </article>
      <aside className={styles.side} aria-label="The card">
        <TextField
          type="time"
          label="Out of the fridge since"
          value={left}
          onChange={(event) => setLeft(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
          sx={{ width: 200 }}
        />
        <Button variant="contained" onClick={() => window.print()}>
          Print the card
        </Button>
        <Link to={`/dishes/${id}/bench`}>To the dish</Link>
        <p className="soft">
          Labels change, and so do kitchens: who must not eat something asks the cook all the same.
        </p>
      </aside>
    </main>
  );
}

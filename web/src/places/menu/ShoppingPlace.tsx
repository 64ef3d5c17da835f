/** The shopping list: walked through aisle by aisle, ticked with or without a network. */
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import type { ListItem, ShoppingAnswer } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { Refusals } from '../../shelf/Refusals';
import { useShopping, type ShoppingList } from '../../shopping/useShopping';
import { dayAndMonth } from './dates';
import { ItemRow } from './ItemRow';
import styles from './shopping.module.css';

const REACHES = [3, 7, 14];

function toBuy(answer: ShoppingAnswer): ListItem[] {
  return answer.view.aisles.flatMap((aisle) => aisle.items).filter((item) => !item.had);
}

function things(count: number): string {
  return count === 1 ? '1 thing' : `${count} things`;
}

/** What the cook writes on the list, in their own words. */
function Own({ list }: { list: ShoppingList }): JSX.Element {
  const [words, setWords] = useState('');
  const write = (): void => {
    list.tell(words.trim(), { kind: 'wrote', words: words.trim() });
    setWords('');
  };
  return (
    <section aria-label="Written by you" className={styles.aisle}>
      <h2>Written by you</h2>
      <ul className={styles.items}>
        {list.answer?.own.map((line) => (
          <li key={line.id} className={styles.item} data-had={line.got}>
            <label className={styles.tick}>
              <Checkbox
                checked={line.got}
                onChange={() =>
                  list.tell(line.words, { kind: line.got ? 'not_got' : 'got', of: line.id })
                }
              />
              <span className={styles.name}>{line.words}</span>
            </label>
            <PlainButton
              className={`plain-button ${styles.noPrint}`}
              aria-label={`Off the list: ${line.words}`}
              onClick={() => list.tell(line.words, { kind: 'dropped', of: line.id })}
            >
              Off the list
            </PlainButton>
          </li>
        ))}
      </ul>
      <form
        className={`row ${styles.noPrint}`}
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim()) write();
        }}
      >
        <TextField
          label="Something else"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 200 } }}
          sx={{ flex: 1, maxWidth: 340 }}
        />
        <Button type="submit" variant="outlined" disabled={!words.trim()}>
          Write it down
        </Button>
      </form>
    </section>
  );
}

function Rest({ answer }: { answer: ShoppingAnswer }): JSX.Element | null {
  const { view } = answer;
  if (!view.open_lines.length && !view.shelf.length) return null;
  return (
    <>
      {view.open_lines.length > 0 && (
        <section aria-label="As the recipe says" className={styles.aisle}>
          <h2>As the recipe says</h2>
          <ul className={styles.said}>
            {view.open_lines.map((one) => (
              <li key={`${one.dish}${one.text}`}>
                <b>{one.text}</b> for <Link to={`/dishes/${one.dish}/bench`}>{one.title}</Link>:{' '}
                {one.words}
              </li>
            ))}
          </ul>
        </section>
      )}
      {view.shelf.length > 0 && (
        <section aria-label="From the shelf" className={styles.aisle}>
          <h2>Not bought: it is on the shelf</h2>
          <ul className={styles.said}>
            {view.shelf.map((one) => (
              <li key={one.batch}>
                {one.name}, {withUnit(one.grams, 'g')}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Costs({ answer }: { answer: ShoppingAnswer }): JSX.Element | null {
  const { view } = answer;
  if (!view.cookings.length) return null;
  const priced = view.cookings.some((one) => one.cost > 0);
  return (
    <section aria-label="What it costs" className={styles.noPrint}>
      <h2>What it costs</h2>
      {!priced && (
        <p className="soft">
          Nobody has said what anything costs. Open a thing on the list and write its price: it is
          kept for the next time.
        </p>
      )}
      {priced && (
        <p>
          To pay: <b>{view.cost.toFixed(2)}</b>
          {view.unpriced > 0 && ` and ${things(view.unpriced)} without a price`}
        </p>
      )}
      {priced && (
        <ul className={styles.costs}>
          {view.cookings.map((one) => (
            <li key={one.dish + one.title}>
              <span>{one.title}</span>
              {one.cost > 0 ? (
                <b>
                  {one.unknown.length > 0 && 'at least '}
                  {one.per_serving.toFixed(2)} a serving
                </b>
              ) : (
                <span>nothing of it has a price</span>
              )}
              {one.cost > 0 && one.unknown.length > 0 && (
                <small>without {things(one.unknown.length)} nobody has priced</small>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

export function ShoppingPlace(): JSX.Element {
  const [days, setDays] = useState(7);
  const [open, setOpen] = useState<string | null>(null);
  const list = useShopping(days);
  const { answer } = list;
  if (!answer)
    return list.error ? (
      <Notice bad>{sentence(list.error)}</Notice>
    ) : (
      <p className="soft">Writing the list …</p>
    );
  const rest = toBuy(answer);
  const rows = (items: ListItem[]): JSX.Element[] =>
    items.map((item) => {
      const key = `${item.food}/${item.form}`;
      return (
        <ItemRow
          key={key}
          item={item}
          list={list}
          open={open === key}
          onOpen={(is) => setOpen(is ? key : null)}
        />
      );
    });
  return (
    <div className={styles.place}>
      <div>
        <div className={styles.head}>
          <h2 className={styles.count}>
            {rest.length === 0 ? 'Nothing left to buy' : `${things(rest.length)} to buy`}
          </h2>
          <span className="soft">
            {dayAndMonth(answer.first)} to {dayAndMonth(answer.last)}
          </span>
        </div>
        {list.waiting.length > 0 && (
          <Notice>
            {things(list.waiting.length)} ticked or written here have not reached the kitchen server
            yet. They are kept, and sent as soon as it answers.
          </Notice>
        )}
        <Refusals shelf={list} />
        {answer.unplanned && (
          <p>
            Nothing is cooked in these days. Put dishes on the <Link to="/menu">Menu</Link>; what
            they need comes here.
          </p>
        )}
        {answer.view.aisles.map((aisle) => (
          <section key={aisle.key} aria-label={aisle.name} className={styles.aisle}>
            <h2>{aisle.name}</h2>
            <ul className={styles.items}>{rows(aisle.items)}</ul>
          </section>
        ))}
        {answer.view.at_home.length > 0 && (
          <section aria-label="At home" className={styles.aisle}>
            <h2>At home: is there enough?</h2>
            <ul className={styles.items}>{rows(answer.view.at_home)}</ul>
          </section>
        )}
        <Rest answer={answer} />
        <Own list={list} />
      </div>
      <aside className={styles.side} aria-label="The list as a whole">
        <section className={styles.noPrint}>
          <h2>How far</h2>
          <div className="row" role="group" aria-label="How many days">
            {REACHES.map((reach) => (
              <PlainButton
                key={reach}
                className="chip"
                aria-pressed={days === reach}
                onClick={() => setDays(reach)}
              >
                {reach} days
              </PlainButton>
            ))}
          </div>
        </section>
        <section className={styles.noPrint}>
          <h2>Take it along</h2>
          <div className="row">
            <Button variant="outlined" onClick={() => window.print()}>
              Print
            </Button>
            <Button variant="outlined" href={`/api/shopping/list.txt?days=${days}`}>
              As text
            </Button>
            <Button variant="outlined" href={`/api/shopping/list.csv?days=${days}`}>
              As a table
            </Button>
          </div>
        </section>
        <Costs answer={answer} />
      </aside>
    </div>
  );
}

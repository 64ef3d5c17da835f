/** One thing on the list: ticked with a thumb; opened, for what it is, what else would do, its price. */
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { useAlwaysAtHome, useKeepPrice } from '../../api/shopping';
import type { ListItem } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { typed, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import type { ShoppingList } from '../../shopping/useShopping';
import styles from './shopping.module.css';

interface Props {
  item: ListItem;
  list: ShoppingList;
  open: boolean;
  onOpen: (is: boolean) => void;
}

/** What it costs here, and whether it is always in the kitchen. */
function Kept({ item }: { item: ListItem }): JSX.Element {
  const [price, setPrice] = useState(item.price === null ? '' : item.price.toFixed(2));
  const keeping = useKeepPrice();
  const atHome = useAlwaysAtHome();
  const problem = keeping.error ?? atHome.error;
  const said = typed(price);
  const { food, form, price_grams: grams } = item;
  const keep = (): void =>
    keeping.mutate({ food, form, grams, price: price.trim() === '' ? null : said });
  return (
    <>
      <div className="row">
        <TextField
          label={`Price of ${item.price_unit}`}
          value={price}
          onChange={(event) => setPrice(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' }, inputLabel: { shrink: true } }}
          sx={{ width: 230 }}
        />
        <Button variant="outlined" disabled={price.trim() !== '' && !said} onClick={keep}>
          Keep the price
        </Button>
        <Button variant="outlined" onClick={() => atHome.mutate({ food, always: !item.pantry })}>
          {item.pantry ? 'It is not always at home' : 'It is always at home'}
        </Button>
      </div>
      {problem && <Notice bad>{sentence(problem)}</Notice>}
    </>
  );
}

function Facts({ item }: { item: ListItem }): JSX.Element {
  return (
    <dl className={styles.facts}>
      <div>
        <dt>For</dt>
        <dd>
          {item.dishes.map((one, place) => (
            <span key={one.dish + one.title}>
              {place > 0 && ', '}
              <Link to={`/dishes/${one.dish}/bench`}>{one.title}</Link> {withUnit(one.grams, 'g')}
            </span>
          ))}
        </dd>
      </div>
      {item.over && (
        <div>
          <dt>What is over</dt>
          <dd>{item.over}.</dd>
        </div>
      )}
      {item.have > 0 && !item.had && (
        <div>
          <dt>Had already</dt>
          <dd>{withUnit(item.have, 'g')}</dd>
        </div>
      )}
    </dl>
  );
}

export function ItemRow({ item, list, open, onOpen }: Props): JSX.Element {
  const { food, form } = item;
  const tick = (): void =>
    list.tell(
      item.name,
      item.had ? { kind: 'put_back', food, form } : { kind: 'had', food, form, grams: item.grams },
    );
  return (
    <li className={styles.item} data-had={item.had}>
      <label className={styles.tick}>
        <Checkbox
          checked={item.had}
          onChange={tick}
          slotProps={{ input: { 'aria-label': item.name } }}
        />
        <span className={styles.name}>{item.name}</span>
        <span className={styles.buy}>
          {item.pantry && !item.had ? `${withUnit(item.grams, 'g')} needed` : item.buy}
          {item.weighs !== null && !item.pantry && (
            <small> about {withUnit(item.weighs, 'g')}</small>
          )}
        </span>
      </label>
      <PlainButton
        className={`plain-button ${styles.noPrint}`}
        aria-expanded={open}
        aria-label={`More about ${item.name}`}
        onClick={() => onOpen(!open)}
      >
        {open ? 'less' : 'more'}
      </PlainButton>
      {(item.others.length > 0 || item.checks.length > 0) && !item.had && (
        <p className={styles.beside}>
          {item.others.length > 0 && <span>or {item.others.join(', or ')}</span>}
          {item.checks.map((check) => (
            <span key={check.what} data-certainty={check.certainty}>
              {check.words}
            </span>
          ))}
        </p>
      )}
      {open && (
        <div className={styles.open}>
          <Facts item={item} />
          <Kept key={`${item.price}`} item={item} />
        </div>
      )}
    </li>
  );
}

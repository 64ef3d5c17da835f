/** Every stand-in of the role, computed on this dish before it is chosen. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { rankQuery } from '../../api/reckon';
import { useWantAgain } from '../../api/kitchen';
import type { CandidateView, Choice, Part, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { setChoice } from '../../draft/edits';
import { PlainButton } from '../../parts/PlainButton';
import { minutesMore, workMore } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { ReachBar } from '../../parts/ReachBar';
import { Tick } from '../../parts/Tick';
import { ByHand } from './ByHand';
import { CandidateFacts } from './CandidateFacts';
import { NetCarbs } from './NetCarbs';
import { ORDERS, ordered, smellsStrongly, type Order } from './ordering';
import styles from './candidates.module.css';

interface StripProps {
  item: CandidateView;
  was: number | null;
  chosen: boolean;
  open: boolean;
  textureWas: Record<string, number>;
  chosenKey: string;
  onToggle: () => void;
  onChoose: (choice: Choice) => void;
  onTire: (again: boolean) => void;
}

/** Why a stand-in has its place, and what it cannot do here. */
function Why({ item }: { item: CandidateView }): JSX.Element {
  return (
    <>
      {item.excluded ? (
        <b className={styles.bad}>{item.why} </b>
      ) : (
        <b>
          <span className={styles.family}>{item.family}.</span> {item.suits === 0 && `${item.why} `}
        </b>
      )}
      {item.tired && <b>You said: not again. </b>}
      {item.expectation}
      {item.limit && <b className={styles.bad}> {item.limit}</b>}
      {item.missing.map((words) => (
        <b key={words}> {words}</b>
      ))}
      {item.may_end_wet && <b> It may end wet: weigh it.</b>}
      <span className={styles.marks}>
        {item.eaters.map((eater) => (
          <span key={eater.id} className={eater.suits ? '' : styles.bad}>
            {eater.suits ? `● suits ${eater.name}` : `▲ past ${eater.name}’s limits`}
          </span>
        ))}
        <span>{item.vessels} to wash</span>
      </span>
    </>
  );
}

function Strip(props: StripProps): JSX.Element {
  const { item, was, chosen, open } = props;
  const limit = item.moves ?? item.deciding[0];
  const classes = [chosen && styles.chosen, item.excluded && styles.excluded];
  return (
    <li className={classes.filter(Boolean).join(' ')}>
      <div className={styles.row}>
        <PlainButton
          className={`plain-button ${styles.name}`}
          aria-expanded={open}
          onClick={props.onToggle}
        >
          {open ? '▾' : '▸'} {item.name}
        </PlainButton>
        {limit ? <ReachBar reach={limit.reach} whose={limit.eater} wordsHidden /> : <span />}
        <span className={styles.minutes}>
          {minutesMore(item.extra_total)}
          <br />
          <span className="soft">{workMore(item.extra_hands_on)}</span>
        </span>
        {chosen ? (
          <b className="aside">chosen</b>
        ) : (
          <Button
            variant="outlined"
            onClick={() => props.onChoose(item.choice)}
            aria-label={`Choose ${item.name}`}
          >
            Choose
          </Button>
        )}
        <span className={styles.expect}>
          <NetCarbs now={item.net_carbs} was={was} />
          <Why item={item} />
        </span>
      </div>
      {open && (
        <CandidateFacts
          item={item}
          textureWas={props.textureWas}
          chosen={props.chosenKey}
          onChoose={props.onChoose}
          onTire={props.onTire}
        />
      )}
    </li>
  );
}

function OrderChoice({
  order,
  onOrder,
}: {
  order: Order;
  onOrder: (to: Order) => void;
}): JSX.Element {
  return (
    <Select
      size="small"
      value={order}
      onChange={(event) => onOrder(event.target.value)}
      inputProps={{ 'aria-label': 'Order of the stand-ins' }}
      sx={{ '& .MuiSelect-select': { py: 0.4 } }}
    >
      {(Object.keys(ORDERS) as Order[]).map((key) => (
        <MenuItem key={key} value={key}>
          {ORDERS[key]}
        </MenuItem>
      ))}
    </Select>
  );
}

const ALL = 'All families';

/** Whether a choice is a stand-in or one of the ways to make it. */
function isChosen(key: string, standIn: string): boolean {
  return key === standIn || key.startsWith(`${standIn}.`);
}

export function Candidates({ part, slot }: { part: Part; slot: Slot }): JSX.Element {
  const { draft, readings, eaters } = useOpenDish();
  const [open, setOpen] = useState<string | null>(null);
  const [order, setOrder] = useState<Order>('best');
  const wantAgain = useWantAgain();
  const ranking = useQuery(
    rankQuery(draft.sequence, draft.document, part.id, slot.id, readings, eaters),
  );
  const [family, setFamily] = useState(ALL);
  const every = ranking.data?.candidates ?? [];
  const families = [...new Set(every.map((item) => item.family))].sort();
  const [noSmell, setNoSmell] = useState(false);
  const ofFamily = families.includes(family) ? every.filter((i) => i.family === family) : every;
  const shown = noSmell ? ofFamily.filter((item) => !smellsStrongly(item)) : ofFamily;
  const list = ordered(shown, order);
  const suited = list.filter((item) => !item.excluded).length;
  const chosenKey = slot.choice?.stand_in ?? '';
  return (
    <>
      <div className={styles.heading}>
        <h3 id="stand-ins" tabIndex={-1}>
          Stand-ins
        </h3>
        {ranking.data && list.length > 0 && (
          <small>
            {suited} of {list.length} contain nothing anyone avoids
          </small>
        )}
        {families.length > 1 && (
          <Select
            size="small"
            value={families.includes(family) ? family : ALL}
            onChange={(event) => setFamily(event.target.value)}
            inputProps={{ 'aria-label': 'Family of the stand-ins' }}
            sx={{ '& .MuiSelect-select': { py: 0.4 } }}
          >
            {[ALL, ...families].map((name) => (
              <MenuItem key={name} value={name}>
                {name}
              </MenuItem>
            ))}
          </Select>
        )}
        {every.some(smellsStrongly) && (
          <Tick className={styles.smell} checked={noSmell} onChange={setNoSmell}>
            no strong smells
          </Tick>
        )}
        {every.length > 1 && <OrderChoice order={order} onOrder={setOrder} />}
      </div>
      {ranking.error && <Notice bad>{sentence(ranking.error)}</Notice>}
      {wantAgain.error && <Notice bad>{sentence(wantAgain.error)}</Notice>}
      {ranking.data?.elsewhere.map((words) => (
        <Notice key={words}>{words}</Notice>
      ))}
      {ranking.data?.problem && <Notice>{ranking.data.problem}</Notice>}
      {ranking.data && list.length === 0 && !ranking.data.problem && (
        <p className="soft">
          The book has no stand-in for the {ranking.data.role_name} yet. You can still do it by hand
          below: take another food, half of it, or none.
        </p>
      )}
      <ul className={styles.list}>
        {list.map((item) => (
          <Strip
            key={item.stand_in}
            item={item}
            was={ranking.data?.was_net_carbs ?? null}
            textureWas={ranking.data?.texture_was ?? {}}
            chosen={isChosen(chosenKey, item.stand_in)}
            chosenKey={chosenKey}
            open={open === item.stand_in}
            onToggle={() => setOpen(open === item.stand_in ? null : item.stand_in)}
            onChoose={(choice) => draft.change((dish) => setChoice(dish, part.id, slot.id, choice))}
            onTire={(again) => wantAgain.mutate({ family: item.family, again })}
          />
        ))}
      </ul>
      {ranking.data && <ByHand part={part} slot={slot} ranking={ranking.data} />}
    </>
  );
}

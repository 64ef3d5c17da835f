/** Every stand-in of the role, computed on this dish before it is chosen. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { rankQuery } from '../../api/queries';
import type { CandidateView, Part, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { setChoice } from '../../draft/edits';
import { minutesMore, percent, withUnit, workMore } from '../../parts/format';
import { Limits } from '../../parts/Limits';
import { Notice } from '../../parts/Notice';
import { ReachBar } from '../../parts/ReachBar';
import { ByHand } from './ByHand';

const TEXTURE = ['crisp', 'chew', 'cling', 'hold'];

function Opened({ item }: { item: CandidateView }): JSX.Element {
  const without = Object.values(item.without);
  return (
    <div className="opened">
      {item.eaters.map((eater) => (
        <div key={eater.id}>
          <b>{eater.name}</b> <span className="soft">{eater.school}</span>
          <Limits eater={eater} />
        </div>
      ))}
      <div>
        <p>{TEXTURE.map((name) => `${name} ${item.texture[name] ?? '?'} of 5`).join(' · ')}</p>
        <p>
          Smell: {item.smell} Taste: {item.taste}
        </p>
        <p className="soft">
          Ends at {percent(item.water_share)} water
          {item.band &&
            `, right from ${percent(item.band.low)} to ${percent(item.band.high)}`}.{' '}
          {item.equipment.length > 0 && `Needs: ${item.equipment.join(', ')}. `}
          {without.join(' ')} Evidence: {item.evidence}.
        </p>
      </div>
    </div>
  );
}

interface StripProps {
  item: CandidateView;
  was: number | null;
  chosen: boolean;
  open: boolean;
  onToggle: () => void;
  onChoose: () => void;
}

function Strip({ item, was, chosen, open, onToggle, onChoose }: StripProps): JSX.Element {
  const limit = item.moves ?? item.deciding[0];
  const classes = [chosen && 'chosen', item.excluded && 'excluded'].filter(Boolean).join(' ');
  return (
    <li className={classes}>
      <div className="candidate">
        <button type="button" className="plain-button name" aria-expanded={open} onClick={onToggle}>
          {open ? '▾' : '▸'} {item.name}
        </button>
        {limit ? <ReachBar reach={limit.reach} whose={limit.eater} wordsHidden /> : <span />}
        <span className="minutes">
          {minutesMore(item.extra_total)}
          <br />
          <span className="soft">{workMore(item.extra_hands_on)}</span>
        </span>
        {chosen ? (
          <b className="aside">chosen</b>
        ) : (
          <Button variant="outlined" onClick={onChoose} aria-label={`Choose ${item.name}`}>
            Choose
          </Button>
        )}
        <span className="expect">
          <NetCarbs now={item.net_carbs} was={was} />
          {item.excluded ? (
            <b className="verdict bad">{item.why} </b>
          ) : (
            <b>
              <span className="family">{item.family}.</span> {item.why}{' '}
            </b>
          )}
          {item.expectation}
          {item.limit && <b className="verdict bad"> {item.limit}</b>}
        </span>
      </div>
      {open && <Opened item={item} />}
    </li>
  );
}

/** Net carbs of a serving, before and after; words, not a bar, so that rows can be compared. */
export function NetCarbs({
  now,
  was,
}: {
  now: number | null;
  was: number | null;
}): JSX.Element | null {
  if (now === null) return null;
  return (
    <b className="net-carbs">
      {was !== null && <>{withUnit(was, 'g')} → </>}
      {withUnit(now, 'g')} net carbs.{' '}
    </b>
  );
}

export function Candidates({ part, slot }: { part: Part; slot: Slot }): JSX.Element {
  const { draft, readings } = useOpenDish();
  const [open, setOpen] = useState<string | null>(null);
  const ranking = useQuery(rankQuery(draft.sequence, draft.document, part.id, slot.id, readings));
  const list = ranking.data?.candidates ?? [];
  const suited = list.filter((item) => !item.excluded).length;
  return (
    <>
      <h3 id="stand-ins" tabIndex={-1} style={{ marginTop: 14 }}>
        Stand-ins{' '}
        {ranking.data && list.length > 0 && (
          <span className="soft" style={{ font: '16px var(--text)' }}>
            {suited} of {list.length} contain nothing anyone avoids
          </span>
        )}
      </h3>
      {ranking.error && <Notice bad>{sentence(ranking.error)}</Notice>}
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
      <ul className="candidates">
        {list.map((item) => (
          <Strip
            key={item.stand_in}
            item={item}
            was={ranking.data?.was_net_carbs ?? null}
            chosen={slot.choice?.stand_in === item.stand_in}
            open={open === item.stand_in}
            onToggle={() => setOpen(open === item.stand_in ? null : item.stand_in)}
            onChoose={() => draft.change((dish) => setChoice(dish, part.id, slot.id, item.choice))}
          />
        ))}
      </ul>
      {ranking.data && <ByHand part={part} slot={slot} ranking={ranking.data} />}
    </>
  );
}

/** Every stand-in of the role, computed on this dish before it is chosen. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { rankQuery } from '../../api/queries';
import type { CandidateView, Part, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { setChoice } from '../../draft/edits';
import { percent, signed } from '../../parts/format';
import { Limits } from '../../parts/Limits';
import { Notice } from '../../parts/Notice';
import { ReachBar } from '../../parts/ReachBar';

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
  chosen: boolean;
  open: boolean;
  onToggle: () => void;
  onChoose: () => void;
}

function Strip({ item, chosen, open, onToggle, onChoose }: StripProps): JSX.Element {
  const deciding = item.deciding[0];
  const classes = [chosen && 'chosen', item.excluded && 'excluded'].filter(Boolean).join(' ');
  return (
    <li className={classes}>
      <div className="candidate">
        <button type="button" className="plain-button name" aria-expanded={open} onClick={onToggle}>
          {open ? '▾' : '▸'} {item.name}
        </button>
        {deciding ? (
          <ReachBar reach={deciding.reach} whose={deciding.eater} wordsHidden />
        ) : (
          <span />
        )}
        <span className="minutes">
          {signed(item.extra_total)} min
          <br />
          <span className="soft">{signed(item.extra_hands_on)} by hand</span>
        </span>
        {chosen ? (
          <b className="aside">chosen</b>
        ) : (
          <Button variant="outlined" onClick={onChoose} aria-label={`Choose ${item.name}`}>
            Choose
          </Button>
        )}
        <span className="expect">
          {item.excluded ? (
            <b className="verdict bad">{item.why} </b>
          ) : (
            <b>
              {item.family}. {item.why}{' '}
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

export function Candidates({ part, slot }: { part: Part; slot: Slot }): JSX.Element {
  const { draft } = useOpenDish();
  const [open, setOpen] = useState<string | null>(null);
  const ranking = useQuery(rankQuery(draft.sequence, draft.document, part.id, slot.id));
  const list = ranking.data?.candidates ?? [];
  const suited = list.filter((item) => !item.excluded).length;
  return (
    <>
      <h3 id="stand-ins" tabIndex={-1} style={{ marginTop: 14 }}>
        Stand-ins{' '}
        {ranking.data && (
          <span className="soft" style={{ font: '16px var(--text)' }}>
            {suited} of {list.length} keep every exclusion; each by its tightest limit
          </span>
        )}
      </h3>
      {ranking.error && <Notice bad>{sentence(ranking.error)}</Notice>}
      {ranking.data?.elsewhere.map((words) => (
        <Notice key={words}>{words}</Notice>
      ))}
      {ranking.data && list.length === 0 && (
        <p className="soft">
          The book has no stand-ins for a {ranking.data.role_name} yet. Mash, crumb and thickener
          are worked out.
        </p>
      )}
      <ul className="candidates">
        {list.map((item) => (
          <Strip
            key={item.stand_in}
            item={item}
            chosen={slot.choice?.stand_in === item.stand_in}
            open={open === item.stand_in}
            onToggle={() => setOpen(open === item.stand_in ? null : item.stand_in)}
            onChoose={() => draft.change((dish) => setChoice(dish, part.id, slot.id, item.choice))}
          />
        ))}
      </ul>
    </>
  );
}

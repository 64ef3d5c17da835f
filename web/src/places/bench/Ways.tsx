/** What to change so that everybody can eat the dish: up to five ways, each with what it does. */
import Button from '@mui/material/Button';
import Collapse from '@mui/material/Collapse';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import type { ConflictView, EaterView, Reach, WayCard } from '../../api/types';
import { useStopLooking, waysQuery } from '../../api/ways';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { ReachBar } from '../../parts/ReachBar';
import { Tick } from '../../parts/Tick';
import { Parted } from './Parted';
import styles from './ways.module.css';

/** Typing goes first: ways are looked for once the dish has rested. */
const REST_MS = 400;
const SHOWN_FIRST = 1;

function useRested(sequence: number): boolean {
  const [rested, setRested] = useState(-1);
  useEffect(() => {
    const timer = setTimeout(() => setRested(sequence), REST_MS);
    return () => clearTimeout(timer);
  }, [sequence]);
  return rested === sequence;
}

/** The bar that says most: what was missed and is met now, or what has least room. */
function deciding(eater: EaterView): Reach | undefined {
  const moved = (reach: Reach): number =>
    reach.was === null || reach.figure.best === null
      ? 0
      : Math.abs(reach.was - reach.figure.best) / Math.max(reach.at_most ?? reach.at_least ?? 0, 5);
  return eater.reaches.toSorted(
    (a, b) =>
      Number(a.met) - Number(b.met) || Number(b.hard) - Number(a.hard) || moved(b) - moved(a),
  )[0];
}

function Bars({ eaters, all }: { eaters: EaterView[]; all: boolean }): JSX.Element {
  return (
    <div className={styles.bars}>
      {eaters.flatMap((eater) => {
        const first = deciding(eater);
        const reaches = all ? eater.reaches : first ? [first] : [];
        return reaches.map((reach) => (
          <ReachBar
            key={`${eater.id}/${reach.nutrient}`}
            reach={reach}
            whose={eater.name}
            wordsHidden={!all}
          />
        ));
      })}
    </div>
  );
}

interface RowProps {
  way: WayCard;
  /** It does not fit everybody: nothing better is known. */
  nearest?: boolean;
  onChoose: (way: WayCard) => void;
}

function Row({ way, nearest, onChoose }: RowProps): JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <li>
      <div className={styles.row}>
        <PlainButton
          className={`plain-button ${styles.words}`}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? '▾' : '▸'} {way.words}
        </PlainButton>
        <Button variant="outlined" onClick={() => onChoose(way)}>
          Do this
        </Button>
      </div>
      {!way.sure && !nearest && <p className={styles.likely}>Only likely: a limit is close.</p>}
      {!open && <Bars eaters={way.eaters} all={false} />}
      <Collapse in={open} mountOnEnter unmountOnExit>
        <ul className={styles.changes}>
          {way.changes.map((change) => (
            <li key={`${change.kind}/${change.id}`}>
              <b>{change.words}</b> <span className="soft">in the {change.part.toLowerCase()}</span>
              <br />
              <span className="soft">{change.why}</span>
            </li>
          ))}
        </ul>
        <Bars eaters={way.eaters} all />
        {way.missed.map((words) => (
          <p key={words} className="soft">
            Still missed: {words}
          </p>
        ))}
      </Collapse>
    </li>
  );
}

function Conflict({
  conflict,
  onChoose,
}: {
  conflict: ConflictView;
  onChoose: (way: WayCard) => void;
}): JSX.Element {
  const [open, setOpen] = useState(false);
  const { nearest } = conflict;
  return (
    <>
      <Notice bad>No change in the book makes this fit everybody.</Notice>
      <ul className={styles.changes}>
        {conflict.reasons.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <PlainButton className="chip" aria-expanded={open} onClick={() => setOpen(!open)}>
        What would help
      </PlainButton>
      {open && conflict.helps.length > 0 && (
        <>
          <ul className={styles.changes}>
            {conflict.helps.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </>
      )}
      {open && nearest.changes.length > 0 && (
        <>
          <h4>The nearest</h4>
          <ul className={styles.list}>
            <Row way={nearest} nearest onChoose={onChoose} />
          </ul>
        </>
      )}
    </>
  );
}

export function Ways(): JSX.Element {
  const { draft, preview, readings, whole, variant, eaters } = useOpenDish();
  const [onlyGrams, setOnlyGrams] = useState(false);
  const [all, setAll] = useState(false);
  const [done, setDone] = useState<string | null>(null);
  const stop = useStopLooking('ways');
  const rested = useRested(draft.sequence);
  const found = useQuery(
    waysQuery(draft.sequence, draft.document, readings, onlyGrams, rested, eaters),
  );
  const parts = found.data ?? [];
  const cards = parts.flatMap((part) => (part.way ? [part.way] : []));
  const conflict = parts.find((part) => part.conflict)?.conflict;
  const plain = parts.find((part) => ['fits', 'open', 'nobody'].includes(part.state));
  const shown = all ? cards : cards.slice(0, SHOWN_FIRST);
  const choose = (way: WayCard): void => {
    draft.change(() => way.dish, 'the way');
    setDone(way.words);
  };
  // Room is kept for what comes, so that nothing jumps away under the hand.
  const roomy = !preview?.eaters.every((eater) => eater.suits);
  const looking = !rested || found.isFetching;
  const stopped = !looking && !found.error && parts.at(-1)?.state === 'way';
  const stoppedAtOnce = !looking && !found.error && parts.length === 0;
  // A dish that is parted already, and a variant, are made to fit as they are.
  const mayPart =
    !variant && whole.document.variants.length === 0 && (preview?.eaters.length ?? 0) > 1;
  const justDone = done !== null && draft.undoes === 'the way';
  return (
    <section
      className={`${styles.ways} ${roomy ? styles.roomy : ''}`}
      aria-label="Ways to make it fit"
      aria-busy={looking}
    >
      <div className={styles.heading}>
        <h3>Ways to make it fit</h3>
        {(onlyGrams || cards.length > 0) && (
          <Tick className={styles.grams} checked={onlyGrams} onChange={setOnlyGrams}>
            move grams only
          </Tick>
        )}
        {looking && (
          <span className="soft">
            looking …{' '}
            <PlainButton className="chip" onClick={stop}>
              Stop
            </PlainButton>
          </span>
        )}
        {(stopped || stoppedAtOnce) && (
          <PlainButton className="chip" onClick={() => void found.refetch()}>
            Look on
          </PlainButton>
        )}
      </div>
      {justDone && (
        <p className={styles.done}>
          <b>Done:</b> {done}{' '}
          <PlainButton className="chip" onClick={draft.undo}>
            Undo all of it
          </PlainButton>
        </p>
      )}
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {plain && (
        <p className={plain.state === 'fits' ? styles.fits : ''}>
          {plain.state === 'fits' && variant ? 'It suits those who have it.' : plain.words}
        </p>
      )}
      {conflict && <Conflict conflict={conflict} onChoose={choose} />}
      <ul className={styles.list}>
        {shown.map((way) => (
          <Row key={way.words} way={way} onChoose={choose} />
        ))}
      </ul>
      <div className={styles.more}>
        {cards.length > SHOWN_FIRST && (
          <PlainButton className="chip" onClick={() => setAll(!all)}>
            {all ? 'Fewer ways' : `${cards.length - SHOWN_FIRST} more ways`}
          </PlainButton>
        )}
        {mayPart && (conflict !== undefined || cards.length > 0) && (
          <Parted key={conflict ? 'none' : 'ways'} atOnce={conflict !== undefined} />
        )}
      </div>
    </section>
  );
}

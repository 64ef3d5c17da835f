/** Typing a weigh-in and reading the answer. */
import Button from '@mui/material/Button';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import type { CourseView, GlassView, OtherWayView, PointView } from '../../api/types';
import { mapSlot } from '../../draft/edits';
import { useOpenDish } from '../../draft/context';
import { PlainButton } from '../../parts/PlainButton';
import { duration, plain, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { HeldBack } from '../../parts/HeldBack';
import { WeighForm } from '../../parts/WeighForm';
import { WeighQuestion } from '../../parts/WeighQuestion';
import { useWeighing } from './useWeighing';
import styles from './water.module.css';

interface Props {
  course: CourseView;
  glass: GlassView;
  onTaken: () => void;
}

/** The glass in words: what it weighs, what to aim at, what helps. */
function Answer({ course, glass }: Omit<Props, 'onTaken'>): JSX.Element {
  const { point } = glass;
  const weighed = point.weighed !== null;
  const says = point.advice !== 'no_band';
  return (
    <div aria-live="polite">
      <p className="soft">
        {weighed ? 'Weighed' : 'Expected'} after: {point.label.toLowerCase()}
      </p>
      <p className={styles.big}>{withUnit(point.grams, 'g')}</p>
      {!weighed && point.high - point.low > 1 && (
        <p className="soft">
          most likely {plain(point.low)} to {withUnit(point.high, 'g')}
        </p>
      )}
      {says && weighed && <p className={styles.answer}>{point.words}.</p>}
      {glass.cures.length > 0 && (
        <ul className={styles.cures} aria-label="What helps">
          {glass.cures.map((cure) => (
            <li key={cure.words}>{cure.words}</li>
          ))}
        </ul>
      )}
      {!weighed && point.aim && <p className={styles.answer}>{point.aim}</p>}
      {weighed && !says && course.next_words && (
        <p className={styles.answer}>{course.next_words}.</p>
      )}
      {point.seconds !== null && !weighed && (
        <p>{duration(point.seconds)} at your microwave’s power.</p>
      )}
    </div>
  );
}

/** How the step is done here: its words, its cue, and what this kitchen makes of it. */
function Doing({ glass }: { glass: GlassView }): JSX.Element {
  const { point } = glass;
  return (
    <>
      {glass.order && <p className={styles.order}>{glass.order}</p>}
      {point.cue && <p className="soft">{point.cue}</p>}
      {point.weighed === null && point.note && <p className={styles.order}>{point.note}</p>}
      {glass.learnt && <p className={styles.learnt}>{glass.learnt}</p>}
    </>
  );
}

function Cautions({ point }: { point: PointView }): JSX.Element {
  return (
    <>
      {point.cautions.map((caution) => (
        <details key={caution.key} className="caution">
          <summary>{caution.text}</summary>
          {caution.why}
        </details>
      ))}
    </>
  );
}

/** How else a stand-in's step can be done; a step of the recipe is changed in the Recipe. */
function HowElse({ glass }: { glass: GlassView }): JSX.Element | null {
  const { draft } = useOpenDish();
  if (!glass.slot_id)
    return glass.number > 0 ? (
      <p style={{ marginTop: 16 }}>
        <Link to={`/dishes/${draft.id}/recipe`}>Do it another way in the Recipe</Link>
      </p>
    ) : null;
  if (glass.others.length === 0) return null;
  const take = (way: OtherWayView): void =>
    draft.change(
      (dish) =>
        mapSlot(dish, glass.part_id, glass.slot_id, (slot) => ({
          ...slot,
          choice: slot.choice && { ...slot.choice, press: null, steps: way.steps },
        })),
      `${glass.point.label.toLowerCase()} done otherwise`,
    );
  return (
    <section aria-labelledby="how-else">
      <h3 id="how-else" style={{ marginTop: 18 }}>
        How else
      </h3>
      <div className="chips" style={{ marginTop: 6 }}>
        {glass.others.map((way) => (
          <PlainButton key={way.kind} className="chip" onClick={() => take(way)}>
            {way.words}
          </PlainButton>
        ))}
      </div>
    </section>
  );
}

export function WeighPanel({ course, glass, onTaken }: Props): JSX.Element {
  const { run } = useOpenDish();
  const { point } = glass;
  const [taken, setTaken] = useState(0);
  const weighing = useWeighing(glass, () => {
    setTaken(taken + 1);
    onTaken();
  });
  const [sure, setSure] = useState<(() => void) | null>(null);
  return (
    <>
      <Answer course={course} glass={glass} />
      <Cautions point={point} />
      <WeighForm
        taken={taken}
        expected={point.grams}
        glass={glass}
        busy={weighing.busy}
        onWeigh={(scale) => {
          setSure(() => () => weighing.weigh(scale, true));
          weighing.weigh(scale, false);
        }}
      >
        {run && (point.weighed !== null || glass.turns.batches.length > 0) && (
          <Button variant="outlined" onClick={() => weighing.takeBack(run.id)}>
            {glass.turns.of > 1 || glass.turns.round > 1
              ? 'Delete the last weighing'
              : 'Delete this weighing'}
          </Button>
        )}
      </WeighForm>
      <WeighQuestion question={weighing.question} onSure={() => sure?.()} />
      {weighing.problem && <Notice bad>{weighing.problem}</Notice>}
      <HeldBack
        glass={glass}
        onWentIn={(line, grams) => {
          setSure(() => () => weighing.wentIn(line, grams, true));
          weighing.wentIn(line, grams, false);
        }}
        onTakeBack={run ? (line) => weighing.takeLineBack(run.id, line) : undefined}
      />
      <Doing glass={glass} />
      <HowElse glass={glass} />
      {course.lost_carbs >= 0.1 && (
        <>
          <h3 style={{ marginTop: 16 }}>Carbs in the liquid</h3>
          <p className="soft">
            About {withUnit(course.lost_carbs, 'g')} of the whole dish leave with it. “At most”
            limits count them as eaten, “at least” limits do not.
          </p>
        </>
      )}
      {run && (
        <p style={{ marginTop: 16 }}>
          <PlainButton className="chip" onClick={() => weighing.finish(run.id)}>
            Close this run
          </PlainButton>
        </p>
      )}
    </>
  );
}

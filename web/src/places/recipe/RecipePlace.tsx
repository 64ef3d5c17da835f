/** Recipe: the dish as it is cooked now, on one page to cook from, to change and to print. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { methodQuery } from '../../api/reckon';
import { lookThroughQuery } from '../../api/reading';
import type { Dish, MethodView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { setTaken } from '../../draft/edits';
import { addStep, withSteps } from '../../draft/method';
import { Claims } from '../../parts/Claims';
import { Notice } from '../../parts/Notice';
import { TakeAlong } from '../../parts/TakeAlong';
import { plain } from '../../parts/format';
import { ShelfOffers } from '../../parts/ShelfOffers';
import { AddLine } from './AddLine';
import { HeadForm } from './HeadForm';
import { Mind } from './Mind';
import { PlateFoot } from './PlateFoot';
import { StepRow } from './StepRow';
import { UsedLines } from './UsedLines';
import { perVariant } from './reading';
import styles from './recipe.module.css';

export function RecipePlace(): JSX.Element {
  const { draft, readings } = useOpenDish();
  const shown = useDeferredValue(draft.document);
  const method = useQuery(methodQuery(shown, readings));
  if (method.error) return <Notice bad>{sentence(method.error)}</Notice>;
  if (!method.data) return <main className="place soft">Reading the steps …</main>;
  return <Method view={method.data} />;
}

/** What may carry traces from one variant to another, before the first that is cooked apart. */
function KeepApart({ view }: { view: MethodView }): JSX.Element {
  return (
    <>
      {view.parting?.contacts.map((words) => (
        <p key={words} className={styles.mind}>
          {words}
        </p>
      ))}
    </>
  );
}

/** Half of a part for the freezer, stems for the fridge: put away from here. */
function AheadOf(): JSX.Element {
  const { draft } = useOpenDish();
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button size="small" className={styles.add ?? ''} onClick={() => setOpen(true)}>
        Half for the freezer, rests for the shelf
      </Button>
    );
  return (
    <ShelfOffers
      dish={draft.id}
      title={draft.document.title}
      onPart={(part, share) =>
        draft.change((dish) => setTaken(dish, part, { grams: null, share, makes_grams: null }))
      }
    />
  );
}

/** Only a recipe that claims something is looked through for it. */
function ClaimsOf({ dish }: { dish: Dish }): JSX.Element | null {
  const { told } = dish;
  const claims =
    told.claims.length > 0 || told.total_minutes !== null || told.cook_minutes !== null;
  const look = useQuery({ ...lookThroughQuery(dish), enabled: claims });
  return claims && look.data?.claims ? <Claims view={look.data.claims} /> : null;
}

function Method({ view }: { view: MethodView }): JSX.Element {
  const { draft } = useOpenDish();
  const [open, setOpen] = useState<string | null>(null);
  const [taking, setTaking] = useState(false);
  const { document } = draft;
  const struck = view.steps.filter((step) => step.kind === 'ghost').length;
  const firstApart = perVariant(view.steps).findIndex(([whose]) => whose !== '');
  const add = (behind: string | null): void =>
    draft.change((dish) => addStep(withSteps(dish, view.method), behind, 'New step'));
  return (
    <main className={styles.recipe} data-page="recipe">
      <div className={styles.title}>
        <h1>{document.title}</h1>
        <p>{plain(document.servings)} servings</p>
      </div>
      <section className={styles.lines} aria-label="What goes in">
        <HeadForm />
        <UsedLines lines={view.lines} />
        <AddLine />
        <AheadOf />
      </section>
      <section className={styles.steps} aria-label="Steps">
        <div className={styles.bar}>
          <h2>Steps</h2>
          {view.unread > 0 && (
            <span className={styles.unread}>
              {view.unread === 1 ? '1 step is' : `${view.unread} steps are`} not understood
            </span>
          )}
          {struck > 0 && (
            <span className="soft">
              {struck === 1 ? '1 step is' : `${struck} steps are`} struck by the swap
            </span>
          )}
          <span className="grow" />
          <Button
            size="small"
            component={Link}
            to={`/card/${draft.id}`}
            aria-label="Card for taking it along"
          >
            Card
          </Button>
          <Button
            size="small"
            onClick={() => {
              void draft.flush().then(() => setTaking(true));
            }}
          >
            Save as a file
          </Button>
          <Button size="small" onClick={() => window.print()}>
            Print
          </Button>
        </div>
        {view.steps.length === 0 ? (
          <p>
            This recipe came without steps. Add them here, or choose a stand-in on the{' '}
            <Link to={`/dishes/${draft.id}/bench`}>Bench</Link>: it brings its own.
          </p>
        ) : (
          perVariant(view.steps).map(([whose, steps], place) => (
            <section key={`${place}/${whose}`} aria-label={whose ? `For ${whose}` : 'For all'}>
              {view.parting && <h3 className={styles.whose}>For {whose || 'all'}</h3>}
              {whose !== '' && place === firstApart && <KeepApart view={view} />}
              <ol className={styles.list}>
                {steps.map((step) => {
                  const key = `${step.id}/${step.branches.join()}`;
                  return (
                    <StepRow
                      key={key}
                      step={step}
                      view={view}
                      open={open === key}
                      onOpen={(is) => setOpen(is ? key : null)}
                    />
                  );
                })}
              </ol>
            </section>
          ))
        )}
        <Button
          size="small"
          className={styles.add ?? ''}
          onClick={() => add(document.method.at(-1)?.id ?? null)}
        >
          Add a step
        </Button>
      </section>
      <Mind cautions={view.cautions} />
      <section className={styles.foot} aria-label="One serving">
        <PlateFoot />
        <ClaimsOf dish={document} />
      </section>
      <TakeAlong dish={draft.id} open={taking} onClose={() => setTaking(false)} />
    </main>
  );
}

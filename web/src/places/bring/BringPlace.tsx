/** Pasting a recipe, and settling what was read before it goes on the Bench. */
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type JSX } from 'react';
import { useNavigate, useSearchParams } from 'react-router';

import { sentence } from '../../api/client';
import { useBringDish } from '../../api/dishes';
import { readFile, readText } from '../../api/formats';
import { inTodaysForm, lookThroughQuery } from '../../api/reading';
import type { Dish, ReadFile, UnitSystem } from '../../api/types';
import { withoutSlots } from '../../draft/edits';
import { forget, keep, recall } from '../../browser/storage';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { useKeys } from '../../parts/useKeys';
import { EXAMPLE } from './example';
import { ChooseFile, FileDrop } from './FileDrop';
import { ReadDish } from './ReadDish';
import { Elsewhere, Several } from './Several';
import { sharedWith } from './shared';
import { useTitle } from '../../parts/useTitle';
import styles from './bring.module.css';

const MOST_UNDO = 100;
// What begins lower on the screen, as a share of its height, is out of sight.
const LOWEST_SHOWN = 0.7;
const SYSTEMS: [UnitSystem, string][] = [
  ['metric', 'Metric: cup 250 ml, spoon 15 ml'],
  ['us', 'North American: cup 237 ml'],
  ['australia', 'Australian: spoon 20 ml'],
];

function isSystem(text: string): text is UnitSystem {
  return SYSTEMS.some(([key]) => key === text);
}

export function BringPlace(): JSX.Element {
  useTitle('Bring a dish');
  const [params, setParams] = useSearchParams();
  const [shared, setShared] = useState(() => sharedWith(params));
  // What is typed here already is not written over.
  const [text, setText] = useState(() => recall<string>('bring-text') || (shared?.text ?? ''));
  useEffect(() => keep('bring-text', text), [text]);
  const [read, setRead] = useState<Dish | null>(() => recall<Dish>('bring-read'));
  const [chosen, setChosen] = useState<UnitSystem | null>(null);
  const navigate = useNavigate();
  useEffect(() => {
    // The address of this page is not the place to keep it.
    if (params.size) setParams({}, { replace: true });
  }, [params, setParams]);
  const waits = shared !== null && !shared.onlyAddress && shared.text !== text;
  const [past, setPast] = useState<Dish[]>([]);
  const update = (dish: Dish): void => {
    if (read) setPast([...past, read].slice(-MOST_UNDO));
    setRead(dish);
    keep('bring-read', dish);
  };
  const [begunWith] = useState(read);
  useEffect(() => {
    if (!begunWith) return;
    inTodaysForm(begunWith).then(
      (today) => {
        if (today.schema === begunWith.schema) return;
        setRead(today);
        keep('bring-read', today);
      },
      () => undefined, // the text is still there to be read again
    );
  }, [begunWith]);
  const back = past.at(-1);
  const undo = back
    ? (): void => {
        setPast(past.slice(0, -1));
        setRead(back);
        keep('bring-read', back);
      }
    : null;
  useKeys({ u: () => undo?.() });
  const [found, setFound] = useState<ReadFile | null>(null);
  const [shown, setShown] = useState(0);
  const result = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const top = result.current?.getBoundingClientRect().top ?? 0;
    // On a narrow screen it stands below the text, where nobody sees that anything was read.
    if (found && top > window.innerHeight * LOWEST_SHOWN) result.current?.scrollIntoView();
  }, [found]);
  const queries = useQueryClient();
  const reading = useMutation({
    mutationFn: async (file: File | null) => {
      const came = await (file ? readFile(file, chosen) : readText(text, chosen));
      // What it leaves open is shown above the lines: they must not move under a finger later.
      const first = came.dishes[0];
      if (first) await queries.query(lookThroughQuery(first)).catch(() => undefined);
      return came;
    },
    onSuccess: (file, sent) => {
      const first = file.dishes[0];
      // What a file says stands where it can be read and changed.
      if (sent && first) setText(first.source_text);
      setFound(file);
      setShown(0);
      if (first) update(first);
    },
  });
  const show = (place: number): void => {
    const dish = found?.dishes[place];
    if (!dish) return;
    setShown(place);
    setText(dish.source_text);
    update(dish);
  };
  const storing = useBringDish(async (id) => {
    forget('bring-text');
    forget('bring-read');
    await navigate(`/dishes/${id}/bench`);
  });
  return (
    <main className="place">
      <h1>Bring a dish</h1>
      <p className="soft" style={{ margin: '4px 0 16px' }}>
        Paste the recipe as it is: title, servings, headings such as “For the lid”, ingredients,
        steps. Or drop a file: a saved web page, Cooklang, Markdown, a text. No page is ever opened.
      </p>
      {shared?.onlyAddress && (
        <Notice>
          Only an address was shared. Snabo opens no pages: copy the recipe’s text there and share
          or paste that.
        </Notice>
      )}
      {waits && (
        <Notice
          actions={
            <>
              <PlainButton
                className="chip"
                onClick={() => {
                  setText(shared.text);
                  setShared(null);
                }}
              >
                Take what was shared
              </PlainButton>
              <PlainButton className="chip" onClick={() => setShared(null)}>
                Keep what is here
              </PlainButton>
            </>
          }
        >
          A recipe was shared with Snabo, and another text is here already.
        </Notice>
      )}
      <div className={styles.bring}>
        <div>
          <FileDrop onFile={(file) => reading.mutate(file)}>
            <InputBase
              inputComponent="textarea"
              inputProps={{ 'aria-label': 'Recipe text' }}
              fullWidth
              value={text}
              placeholder="Paste or type the recipe here"
              onChange={(event) => setText(event.target.value)}
            />
          </FileDrop>
          <div className="row" style={{ marginTop: 10 }}>
            <Button
              variant={read ? 'outlined' : 'contained'}
              disabled={reading.isPending}
              onClick={() => reading.mutate(null)}
            >
              {read ? 'Read it again' : 'Read it'}
            </Button>
            <TextField
              select
              label="Cups and spoons"
              value={chosen ?? 'recipe'}
              onChange={(event) =>
                setChosen(isSystem(event.target.value) ? event.target.value : null)
              }
            >
              <MenuItem value="recipe">As the recipe shows, else yours</MenuItem>
              {SYSTEMS.map(([key, name]) => (
                <MenuItem key={key} value={key}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
            <ChooseFile onFile={(file) => reading.mutate(file)} />
            {text === '' && (
              <PlainButton className="plain-button" onClick={() => setText(EXAMPLE)}>
                Try an example
              </PlainButton>
            )}
          </div>
          {reading.isPending && <p className="soft">Reading …</p>}
          {reading.error && <Notice bad>{sentence(reading.error)}</Notice>}
          {found && <Elsewhere kind={found.kind} />}
          {found && <Several file={found} shown={shown} onShow={show} />}
        </div>
        <div ref={result} style={{ scrollMarginTop: 16 }}>
          {read ? (
            <ReadDish
              dish={read}
              onChange={update}
              onUndo={undo}
              onStore={() => storing.mutate(withoutSlots(read))}
              storing={storing.isPending}
              problem={storing.error ? sentence(storing.error) : null}
            />
          ) : (
            <p className="soft">
              What is read appears here: every line with its food and grams, and the reason.
              Doubtful lines are marked; you settle them before the dish goes on the Bench.
            </p>
          )}
        </div>
      </div>
    </main>
  );
}

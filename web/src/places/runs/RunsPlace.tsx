/** Cookings of the dish side by side: what was changed, weighed, timed, eaten and said. */
import Button from '@mui/material/Button';
import { useQueries, useQuery } from '@tanstack/react-query';
import { useState, type JSX, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';

import { sentence } from '../../api/client';
import { dishOf, photoAddress, runQuery, runsQuery } from '../../api/runs';
import type { RunAnswer, RunState } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { clockOf, figureText, percent, plain, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { Opinions } from '../../parts/Opinions';
import { Tick } from '../../parts/Tick';
import { MakeTheDish } from './MakeTheDish';
import { Plots } from './Plots';
import { letterOf } from './plots';
import styles from './runs.module.css';

const MOST = 4;
/** So many fit beside each other at first. */
const shownFirst = (): number => (window.matchMedia('(max-width: 640px)').matches ? 1 : 3);

function dayOf(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  });
}

/** The words of a list, each on its own line; a dash where there is none. */
function Lines({ of }: { of: ReactNode[] }): JSX.Element {
  if (!of.length) return <span className="soft">–</span>;
  return (
    <ul className={styles.lines}>
      {of.map((one, index) => (
        <li key={index}>{one}</li>
      ))}
    </ul>
  );
}

/** What stands in each row, by cooking. */
const ROWS: [string, (answer: RunAnswer) => ReactNode][] = [
  ['Changed since the time before', ({ view }) => <Lines of={view.changed} />],
  [
    'Done otherwise at the Stove',
    ({ view }) => (
      <Lines
        of={[
          ...view.added.map((words) => `added ${words}`),
          ...view.skipped.map((words) => `skipped: ${words}`),
          ...view.settings.map((one) => `${one.step}: ${one.words}`),
        ]}
      />
    ),
  ],
  [
    'How it was',
    ({ view }) =>
      view.opinions.length ? (
        <Opinions opinions={view.opinions} />
      ) : (
        <span className="soft">nobody has said yet</span>
      ),
  ],
  [
    'On the scale',
    ({ view }) => (
      <Lines
        of={view.weights.map((one) => (
          <>
            {one.words}
            {one.part && `, ${one.part.toLowerCase()}`}: <b>{withUnit(one.grams, 'g')}</b>
            <span className="soft">
              {' '}
              ({plain(one.low)} to {plain(one.high)} expected)
            </span>
          </>
        ))}
      />
    ),
  ],
  [
    'How long it ran',
    ({ view }) => (
      <Lines
        of={view.times.map((one) => (
          <>
            {one.words}: <b>{plain(one.took)} min</b>
            <span className="soft">
              {' '}
              ({one.low === one.high
                ? plain(one.low)
                : `${plain(one.low)} to ${plain(one.high)}`}{' '}
              {one.said ? 'said' : 'usual'})
            </span>
          </>
        ))}
      />
    ),
  ],
  [
    'Thermometer',
    ({ view }) => <Lines of={view.probed.map((one) => `${one.step}: ${one.words}`)} />,
  ],
  [
    'Finished dish',
    ({ view }) =>
      view.weighed && view.whole_grams !== null ? (
        <>
          <b>{withUnit(view.whole_grams, 'g')}</b>
          {view.went_in_grams !== null && view.share_left !== null && (
            <span className="soft">
              {' '}
              of {withUnit(view.went_in_grams, 'g')} that went in ({percent(view.share_left)})
            </span>
          )}
        </>
      ) : (
        <span className="soft">not weighed</span>
      ),
  ],
  [
    'A serving holds',
    ({ view }) => (
      <Lines
        of={view.figures.map((one) => (
          <>
            {one.label} <b>{figureText(one.figure, one.unit)}</b>
          </>
        ))}
      />
    ),
  ],
  [
    'Who had how much',
    ({ view }) => (
      <Lines
        of={(view.shared?.portions ?? []).map((one) => (
          <>
            {one.name} <b>{one.grams === null ? percent(one.share) : withUnit(one.grams, 'g')}</b>
          </>
        ))}
      />
    ),
  ],
  [
    'Left over',
    ({ view }) => (
      <Lines of={view.left_over.map((one) => `${withUnit(one.grams, 'g')} ${one.words}`)} />
    ),
  ],
  [
    'Notes',
    ({ view }) => (
      <Lines
        of={view.notes.map((one) => (
          <>
            <span className="soft">{clockOf(one.at)}</span> {one.words}
            {one.step && <span className="soft"> ({one.step.toLowerCase()})</span>}
          </>
        ))}
      />
    ),
  ],
  [
    'Photos',
    ({ photos }) =>
      photos.length ? (
        <span className={styles.photos}>
          {photos.map((photo) => (
            <a key={photo.id} href={photoAddress(photo)} target="_blank" rel="noreferrer">
              <img src={photoAddress(photo)} alt={`Taken at ${clockOf(photo.taken_at)}`} />
            </a>
          ))}
        </span>
      ) : (
        <span className="soft">–</span>
      ),
  ],
];

/** Rows that say nothing of any cooking shown are left out. */
function saysSomething(name: string, answers: RunAnswer[]): boolean {
  const counts: Record<string, (answer: RunAnswer) => number> = {
    Thermometer: ({ view }) => view.probed.length,
    Notes: ({ view }) => view.notes.length,
    Photos: ({ photos }) => photos.length,
    'Left over': ({ view }) => view.left_over.length,
    'On the scale': ({ view }) => view.weights.length,
    'How long it ran': ({ view }) => view.times.length,
  };
  const count = counts[name];
  return !count || answers.some((answer) => count(answer) > 0);
}

function CookAgain({ answer }: { answer: RunAnswer }): JSX.Element {
  const { draft } = useOpenDish();
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const again = async (): Promise<void> => {
    try {
      const dish = await dishOf(answer.view.id, []);
      draft.change(() => dish, `version ${answer.view.version} put back to cook it again`);
      await navigate(`/dishes/${draft.id}/run-sheet`);
    } catch (refusal) {
      setProblem(sentence(refusal));
    }
  };
  return (
    <>
      <Button variant="outlined" onClick={() => void again()}>
        Cook it again so
      </Button>
      {problem && <Notice bad>{problem}</Notice>}
    </>
  );
}

function SideBySide({ answers }: { answers: RunAnswer[] }): JSX.Element {
  return (
    <div className={styles.scroll}>
      <table className={styles.runs} data-several={answers.length > 1}>
        <thead>
          <tr>
            <th scope="col">
              <span className="soft">cooking</span>
            </th>
            {answers.map(({ view, note }, index) => (
              <th key={view.id} scope="col">
                <b className={styles.letter}>{letterOf(index)}</b> {dayOf(view.started)}
                <span className="soft">
                  , version {view.version}
                  {note && `, ${note}`}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.filter(([name]) => saysSomething(name, answers)).map(([name, show]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              {answers.map((answer) => (
                <td key={answer.view.id}>{show(answer)}</td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">Next</th>
            {answers.map((answer) => (
              <td key={answer.view.id}>
                <div className={styles.next}>
                  <MakeTheDish answer={answer} />
                  <CookAgain answer={answer} />
                </div>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

function Chosen({ all, dish }: { all: RunState[]; dish: string }): JSX.Element {
  const [chosen, setChosen] = useState(() => all.slice(0, shownFirst()).map((run) => run.id));
  // Oldest first, as they were cooked.
  const shown = all.filter((run) => chosen.includes(run.id)).reverse();
  const found = useQueries({ queries: shown.map((run) => runQuery(run.id)) });
  const answers = found.flatMap((one) => (one.data ? [one.data] : []));
  const problem = found.find((one) => one.error)?.error;
  const versions = [...new Set(shown.map((run) => run.version))];
  return (
    <>
      {all.length > 1 && (
        <div className={styles.choose} role="group" aria-label="Which cookings are shown">
          {all.map((run) => (
            <Tick
              key={run.id}
              checked={chosen.includes(run.id)}
              disabled={!chosen.includes(run.id) && chosen.length >= MOST}
              onChange={(on) =>
                setChosen(on ? [...chosen, run.id] : chosen.filter((id) => id !== run.id))
              }
            >{`${dayOf(run.started_at)}${run.finished_at ? '' : ', on the stove'}`}</Tick>
          ))}
        </div>
      )}
      {problem && <Notice bad>{sentence(problem)}</Notice>}
      {answers.length > 0 && <SideBySide answers={answers} />}
      {answers.length > 0 && <Plots runs={answers.map((answer) => answer.view)} />}
      {versions.length > 1 && (
        <p>
          <Link to={`/dishes/${dish}/compare?${versions.map((one) => `version=${one}`).join('&')}`}>
            Compare their plates figure by figure
          </Link>
        </p>
      )}
      <p className="soft">
        What the weigh-ins have taught is on <Link to="/kitchen">Kitchen</Link>, where it can be
        switched off or begun again. Limits are those of today; all else is as it was then.
      </p>
    </>
  );
}

export function RunsPlace(): JSX.Element {
  const { draft } = useOpenDish();
  const runs = useQuery(runsQuery(draft.id));
  if (runs.error)
    return (
      <main className="place">
        <Notice bad>{sentence(runs.error)}</Notice>
      </main>
    );
  if (!runs.data) return <main className="place soft">Fetching the cookings …</main>;
  const all = [...(runs.data.open ? [runs.data.open] : []), ...runs.data.finished];
  return (
    <main className={styles.place} id="content">
      <h2>Cookings side by side</h2>
      {all.length ? (
        <Chosen key={all.map((run) => run.id).join()} all={all} dish={draft.id} />
      ) : (
        <p className={styles.none}>
          This dish has not been cooked yet. Begin on the{' '}
          <Link to={`/dishes/${draft.id}/run-sheet`}>Run sheet</Link>, or say on{' '}
          <Link to={`/dishes/${draft.id}/portions`}>Portions</Link> that it is on the table.
        </p>
      )}
    </main>
  );
}

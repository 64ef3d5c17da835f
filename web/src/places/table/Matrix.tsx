/** The household's dishes against its eaters, each cell with the one line that decides it. */
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { matrixQuery } from '../../api/table';
import { tableWaysQuery } from '../../api/ways';
import type { Cell } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { VERDICTS } from '../../parts/verdicts';
import styles from './table.module.css';

function Verdict({ cell, way }: { cell: Cell; way: string | undefined }): JSX.Element {
  const [word, kind] = VERDICTS[cell.verdict];
  return (
    <td className={cell.verdict === 'does_not' ? styles.doesNot : undefined}>
      <span className={`verdict ${kind}`}>
        <b>{word}</b>
      </span>
      {cell.words && <div className="soft">{cell.words}</div>}
      {way && <div>{way}</div>}
    </td>
  );
}

export function Matrix(): JSX.Element {
  const found = useQuery(matrixQuery);
  const now = found.isSuccess && !found.isFetching;
  const helpful = useQuery({ ...tableWaysQuery(found.dataUpdatedAt), enabled: now });
  const ways = new Map(helpful.data?.map((one) => [one.dish, one.ways]));
  const wayFor = (dish: string, eater: string): string | undefined =>
    ways.get(dish)?.find((one) => one.eater === eater)?.words;
  return (
    <section aria-label="Who can eat what" style={{ marginTop: 30 }}>
      <h2>Who can eat what</h2>
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {found.data?.rows.length === 0 && (
        <p>
          No dish yet. <Link to="/bring">Bring one</Link>.
        </p>
      )}
      {found.data && found.data.rows.length > 0 && (
        <table className={styles.matrix}>
          <thead>
            <tr>
              <th scope="col">dish</th>
              {found.data.eaters.map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {found.data.rows.flatMap((row) => [
              <tr key={row.dish}>
                <th scope="row">
                  <Link to={`/dishes/${row.dish}/bench`}>{row.title}</Link>
                </th>
                {row.cells.map((cell) => (
                  <Verdict key={cell.eater} cell={cell} way={wayFor(row.dish, cell.eater)} />
                ))}
              </tr>,
              (row.variants || wayFor(row.dish, '')) && (
                <tr key={`${row.dish}-split`} className={styles.split}>
                  <td colSpan={row.cells.length + 1}>
                    {wayFor(row.dish, '') && (
                      <Link to={`/dishes/${row.dish}/bench`}>{wayFor(row.dish, '')}</Link>
                    )}{' '}
                    {row.variants}
                  </td>
                </tr>
              ),
            ])}
          </tbody>
        </table>
      )}
    </section>
  );
}

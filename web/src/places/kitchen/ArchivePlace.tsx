/** The household as a file, who and what is let in, and the end of it all. */
import type { JSX } from 'react';

import { Doors } from './Doors';
import { Erase } from './Erase';
import { Restore } from './Restore';
import { Tokens } from './Tokens';
import styles from './archive.module.css';

const TABLES = [
  ['/api/tables/runs', 'Cookings'],
  ['/api/tables/weigh-ins', 'Weigh-ins'],
  ['/api/own-foods/file', 'Own foods'],
] as const;

export function ArchivePlace(): JSX.Element {
  return (
    <div className={styles.archive}>
      <section aria-label="Household archive">
        <h2>Household archive</h2>
        <p>
          Everything this household has, as one file: dishes with their versions and cookings,
          foods, people, shelf, menu and list. Its form is open and documented; another Snabo takes
          it back.
        </p>
        <div className="row">
          <a className={styles.save} href="/api/archive" download>
            Save the archive
          </a>
          <a className={styles.plain} href="/api/archive?photos=no" download>
            Save it without photos
          </a>
        </div>
      </section>
      <section aria-label="Tables">
        <h2>Tables for a spreadsheet</h2>
        <p>
          Comma-separated, with a header; what nobody knows is an empty cell. A dish’s plate and the
          dish itself are saved at its Recipe, the shopping list at the Menu.
        </p>
        <ul className={styles.tables}>
          {TABLES.map(([href, name]) => (
            <li key={href}>
              <a href={href} download>
                {name}
              </a>
            </li>
          ))}
        </ul>
      </section>
      <Restore />
      <Tokens />
      <Doors />
      <Erase />
    </div>
  );
}

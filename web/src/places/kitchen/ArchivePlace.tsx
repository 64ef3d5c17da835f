/** The household as a file, who and what is let in, and the end of it all. */
import type { JSX } from 'react';

import { Doors } from './Doors';
import { Erase } from './Erase';
import { Restore } from './Restore';
import { Tokens } from './Tokens';
import styles from './archive.module.css';

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
      <Restore />
      <Tokens />
      <Doors />
      <Erase />
    </div>
  );
}

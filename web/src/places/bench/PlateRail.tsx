/** The plate against each eater's limits, read by serving, 100 g, whole dish or portion. */
import Dialog from '@mui/material/Dialog';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import type { EaterView, Figure } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { ExplainTable } from '../../parts/ExplainTable';
import { PlainButton } from '../../parts/PlainButton';
import { figureText, LABELS, spreadOf, unitOf, withUnit } from '../../parts/format';
import { Limits } from '../../parts/Limits';
import { PeopleCautions } from '../../parts/PeopleCautions';
import { scalesOf, ScaleSwitch } from '../../parts/Scales';
import styles from './bench.module.css';

interface PersonProps {
  eater: EaterView;
  onOpen: (nutrient: string) => void;
}

function Person({ eater, onOpen }: PersonProps): JSX.Element {
  return (
    <div className={styles.eater}>
      <h3>
        {eater.name}
        <span className="soft" style={{ font: '16px var(--text)' }}>
          {eater.school}
        </span>
      </h3>
      <Limits eater={eater} onOpen={onOpen} />
    </div>
  );
}

function Figures({
  figures,
  onOpen,
}: {
  figures: Record<string, Figure>;
  onOpen: (nutrient: string) => void;
}): JSX.Element {
  return (
    <table className={styles.railFigures}>
      <caption className="hidden">Figures</caption>
      <tbody>
        {Object.entries(figures).map(([name, figure]) => (
          <tr key={name}>
            <th scope="row">
              <PlainButton className="plain-button opener" onClick={() => onOpen(name)}>
                {LABELS[name] ?? name}
              </PlainButton>
            </th>
            <td>
              {figureText(figure, unitOf(name))}{' '}
              <span className="soft">{spreadOf(figure, unitOf(name))}</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const PEOPLE = 'people';

export function PlateRail(): JSX.Element {
  const { preview, draft, whole, variant } = useOpenDish();
  const parted = whole.document.variants.length > 0;
  const [scale, setScale] = useState(PEOPLE);
  const [opened, setOpened] = useState<string | null>(null);
  const [whose, setWhose] = useState<string | null>(null);
  if (!preview) return <p className="soft">Working it out …</p>;
  const energy = preview.figures.kcal;
  const scales = scalesOf(preview);
  const chosen = scales.find((s) => s.key === scale);
  return (
    <>
      <div className="row" style={{ justifyContent: 'space-between', alignItems: 'baseline' }}>
        <h2>{variant ? `One serving, ${variant.name}` : 'One serving'}</h2>
        <Link to={`/dishes/${draft.id}/portions`} className="soft">
          {preview.mass_is_least && 'at least '}
          {withUnit(preview.serving_grams, 'g')}
          {energy && ` · ${figureText(energy, 'kcal')}`}
        </Link>
      </div>
      <ScaleSwitch
        options={[{ key: PEOPLE, words: 'eaters' }, ...scales]}
        chosen={chosen ? scale : PEOPLE}
        onChoose={setScale}
      />
      {preview.doubtful > 0 && (
        <p className="verdict unsure">
          {preview.doubtful === 1 ? 'One line is' : `${preview.doubtful} lines are`} not settled, so
          totals stay open.
        </p>
      )}
      {chosen ? (
        <Figures figures={chosen.figures} onOpen={setOpened} />
      ) : (
        preview.eaters.map((eater) => (
          <Person
            key={eater.id}
            eater={eater}
            onOpen={(nutrient) => {
              setWhose(eater.id);
              setOpened(nutrient);
            }}
          />
        ))
      )}
      {preview.eaters.length === 0 && (
        <p style={{ margin: '12px 0' }}>
          Nobody is at the table. <Link to="/table">Seat somebody</Link> to see their limits.
        </p>
      )}
      <PeopleCautions preview={preview} />
      <Dialog
        open={opened !== null}
        onClose={() => setOpened(null)}
        maxWidth="md"
        fullWidth
        aria-label="Where it comes from"
      >
        <div style={{ padding: '18px 22px' }}>
          <PlainButton
            className="plain-button"
            style={{ float: 'right' }}
            onClick={() => setOpened(null)}
          >
            Close
          </PlainButton>
          {opened && (
            <ExplainTable
              // An eater's bar opens what they have; a variant's figures are the variant's.
              dish={chosen ? draft.document : whole.document}
              nutrient={opened}
              scale={chosen ? scale : parted && whose ? whose : 'serving'}
            />
          )}
        </div>
      </Dialog>
    </>
  );
}

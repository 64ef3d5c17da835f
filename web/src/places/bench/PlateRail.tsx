/** One serving against each eater's limits. */
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Link, useNavigate } from 'react-router';

import { client, sentence, take } from '../../api/client';
import type { EaterView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { figureText, withUnit } from '../../parts/format';
import { Limits } from '../../parts/Limits';
import { Notice } from '../../parts/Notice';

function Person({ eater, dishId }: { eater: EaterView; dishId: number }): JSX.Element {
  const navigate = useNavigate();
  return (
    <div className="eater">
      <h3>
        {eater.name}
        <span className="soft" style={{ font: '16px var(--text)' }}>
          {eater.school}
        </span>
      </h3>
      <Limits
        eater={eater}
        onOpen={(nutrient) => void navigate(`/dishes/${dishId}/portions?open=${nutrient}`)}
      />
    </div>
  );
}

export function KeepButton(): JSX.Element {
  const { draft } = useOpenDish();
  const keeping = useMutation({
    mutationFn: async () => {
      await draft.flush();
      return take(
        client.POST('/api/dishes/{dish_id}/versions', { params: { path: { dish_id: draft.id } } }),
      );
    },
  });
  return (
    <>
      <Button variant="contained" disabled={keeping.isPending} onClick={() => keeping.mutate()}>
        Keep this version
      </Button>
      {keeping.data && <p role="status">Kept as version {keeping.data.number}.</p>}
      {keeping.error && <Notice bad>{sentence(keeping.error)}</Notice>}
    </>
  );
}

export function PlateRail(): JSX.Element {
  const { preview, draft } = useOpenDish();
  if (!preview) return <p className="soft">Reckoning …</p>;
  const energy = preview.figures.kcal;
  return (
    <>
      <div className="row" style={{ justifyContent: 'space-between', alignItems: 'baseline' }}>
        <h2>One serving</h2>
        <Link to={`/dishes/${draft.id}/portions`} className="soft">
          {preview.mass_is_least && 'at least '}
          {withUnit(preview.serving_grams, 'g')}
          {energy && ` · ${figureText(energy, 'kcal')}`}
        </Link>
      </div>
      {preview.doubtful > 0 && (
        <p className="verdict unsure">
          {preview.doubtful === 1 ? 'One line is' : `${preview.doubtful} lines are`} not settled, so
          totals stay open.
        </p>
      )}
      {preview.eaters.map((eater) => (
        <Person key={eater.id} eater={eater} dishId={draft.id} />
      ))}
      {preview.eaters.length === 0 && (
        <p style={{ margin: '12px 0' }}>
          Nobody is at the table. <Link to="/table">Seat somebody</Link> to see their limits.
        </p>
      )}
      <div style={{ marginTop: 16 }}>
        <KeepButton />
      </div>
    </>
  );
}

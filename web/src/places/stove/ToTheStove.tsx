/** The Stove of one dish: on to its evening, or to the sheet that begins one. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Navigate, useNavigate } from 'react-router';

import { sentence } from '../../api/client';
import { eveningsQuery } from '../../api/evening';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';

export function ToTheStove(): JSX.Element {
  const { draft } = useOpenDish();
  const navigate = useNavigate();
  const evenings = useQuery(eveningsQuery);
  if (evenings.error) return <Notice bad>{sentence(evenings.error)}</Notice>;
  // Another device may have begun or ended one; what was known before is not enough.
  if (!evenings.data || evenings.isFetching)
    return <main className="place soft">Looking at the stove …</main>;
  const going = evenings.data.find((one) => one.dishes.some((dish) => dish.id === draft.id));
  if (going) return <Navigate to={`/stove/${going.id}`} replace />;
  return (
    <main className="place">
      <h2>Nothing of this dish is on the stove</h2>
      <p style={{ margin: '8px 0 16px' }}>
        The run sheet shows when to do what. From there you begin, and come back here step by step.
      </p>
      <Button
        variant="contained"
        size="large"
        onClick={() => void navigate(`/dishes/${draft.id}/run-sheet`)}
      >
        To the run sheet
      </Button>
    </main>
  );
}

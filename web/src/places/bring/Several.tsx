/** What a file holds beside one recipe: several of them, or something that is read elsewhere. */
import type { JSX } from 'react';
import { Link } from 'react-router';

import type { Dish, ReadFile } from '../../api/types';
import { Notice } from '../../parts/Notice';

const ELSEWHERE: Partial<Record<ReadFile['kind'], { what: string; to: string; name: string }>> = {
  foods: { what: 'This is a table of foods.', to: '/foods/own', name: 'Take it in under Foods' },
  pack: {
    what: 'This is a pack of stand-ins.',
    to: '/kitchen/archive',
    name: 'Look it through in the Kitchen',
  },
  archive: {
    what: 'This is the archive of a household.',
    to: '/kitchen/archive',
    name: 'Look it through in the Kitchen',
  },
};

export function Elsewhere({ kind }: { kind: ReadFile['kind'] }): JSX.Element | null {
  const place = ELSEWHERE[kind];
  if (!place) return null;
  return (
    <Notice actions={<Link to={place.to}>{place.name}</Link>}>
      {place.what} It holds no recipe to bring.
    </Notice>
  );
}

interface Props {
  dishes: Dish[];
  shown: number;
  onShow: (place: number) => void;
}

export function Several({ dishes, shown, onShow }: Props): JSX.Element | null {
  if (dishes.length < 2) return null;
  return (
    <div className="row" role="group" aria-label="Recipes in this file" style={{ marginTop: 12 }}>
      <span>{dishes.length} recipes are in it:</span>
      {dishes.map((dish, place) => (
        <button
          key={`${place}/${dish.title}`}
          type="button"
          className="chip"
          aria-pressed={place === shown}
          onClick={() => onShow(place)}
        >
          {dish.title}
        </button>
      ))}
    </div>
  );
}

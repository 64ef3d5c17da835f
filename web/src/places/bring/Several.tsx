/** What a file holds beside one recipe: several of them, or something that is read elsewhere. */
import type { JSX } from 'react';
import { Link } from 'react-router';

import type { ReadFile } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';

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
  file: ReadFile;
  shown: number;
  onShow: (place: number) => void;
}

export function Several({ file, shown, onShow }: Props): JSX.Element | null {
  const { dishes, left_out: left } = file;
  if (dishes.length < 2 && left === 0) return null;
  return (
    <div className="row" role="group" aria-label="Recipes in this file" style={{ marginTop: 12 }}>
      <span>
        {left > 0 ? `${dishes.length} of ${dishes.length + left}` : dishes.length} recipes are read:
      </span>
      {dishes.map((dish, place) => (
        <PlainButton
          key={`${place}/${dish.title}`}
          className="chip"
          aria-pressed={place === shown}
          onClick={() => onShow(place)}
        >
          {dish.title}
        </PlainButton>
      ))}
      {left > 0 && <span>For the others, save each as a file of its own.</span>}
    </div>
  );
}

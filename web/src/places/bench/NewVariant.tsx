/** Somebody wants the dish otherwise: who, how many servings, and how. */
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import type { Variant } from '../../api/types';
import { like, likingsQuery } from '../../api/variants';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';
import { MoreServings, othersIn, WhoHasIt } from './VariantWho';
import styles from './variants.module.css';

interface Props {
  onMade: (variant: string) => void;
}

export function NewVariant({ onMade }: Props): JSX.Element {
  const { whole } = useOpenDish();
  const likings = useQuery(likingsQuery);
  const [eaters, setEaters] = useState<string[]>([]);
  const [others, setOthers] = useState('0');
  const [liking, setLiking] = useState<Variant['because'] | null>(null);
  const more = othersIn(others);
  const making = useMutation({
    mutationFn: (because: Variant['because']) =>
      like({ dish: whole.document, liking: because, name: '', eaters, others: more ?? 0 }),
    onSuccess: (made) => {
      whole.change(() => made.dish);
      onMade(made.variant);
    },
  });
  const somebody = eaters.length > 0 || (more ?? 0) > 0;
  return (
    <div className={styles.form}>
      <div>
        <b>Who?</b>
        <WhoHasIt chosen={eaters} onChange={setEaters} />
        <MoreServings value={others} onChange={setOthers} />
      </div>
      <div>
        <b>How?</b>
        <div className={styles.bar} role="group" aria-label="How they want it">
          {likings.data?.map((one) => (
            <Chip
              key={one.key}
              label={one.name}
              color={one.key === liking ? 'primary' : 'default'}
              variant={one.key === liking ? 'filled' : 'outlined'}
              aria-pressed={one.key === liking}
              onClick={() => setLiking(one.key)}
            />
          ))}
        </div>
      </div>
      {making.error && <Notice bad>{sentence(making.error)}</Notice>}
      <Button
        variant="outlined"
        disabled={!somebody || liking === null || more === null || making.isPending}
        onClick={() => liking && making.mutate(liking)}
      >
        Make the variant
      </Button>
      {!somebody && <span className="soft">Choose somebody, or say for how many servings.</span>}
    </div>
  );
}

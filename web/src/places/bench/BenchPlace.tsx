/** The Bench: the section, the chosen part's lines and stand-ins, and the plate. */
import { useCallback, useMemo, type JSX } from 'react';
import { useNavigate, useSearchParams } from 'react-router';

import { OpenDishContext, useOpenDish } from '../../draft/context';
import { useVariant } from '../../draft/useVariant';
import { Section } from '../../parts/Section';
import { useKeys } from '../../parts/useKeys';
import { PartWork } from './PartWork';
import { PlateRail } from './PlateRail';
import { PlateStrip } from './PlateStrip';
import { Variants } from './Variants';
import { Ways } from './Ways';
import styles from './bench.module.css';

/** The dish, or with `?variant=` one of its variants. */
export function BenchPlace(): JSX.Element {
  const [params] = useSearchParams();
  const open = useVariant(params.get('variant'));
  return (
    <OpenDishContext value={open}>
      <Bench />
    </OpenDishContext>
  );
}

function Bench(): JSX.Element {
  const { draft, whole, preview, variant } = useOpenDish();
  const [params, setParams] = useSearchParams();
  const look = useCallback(
    (name: 'part' | 'variant', id: string | null) =>
      setParams(
        (now) => {
          if (id) now.set(name, id);
          else now.delete(name);
          return now;
        },
        { replace: true },
      ),
    [setParams],
  );
  const navigate = useNavigate();
  const { parts } = draft.document;
  const asked = params.get('part');
  const starchy = preview?.starchy?.part_id;
  const part = parts.find((p) => p.id === asked) ?? parts.find((p) => p.id === starchy) ?? parts[0];
  const place = part ? parts.indexOf(part) : 0;
  const keys = useMemo(() => {
    const to = (step: number) => () => {
      const next = parts[(place + step + parts.length) % parts.length];
      if (next) look('part', next.id);
    };
    return {
      '[': to(-1),
      ']': to(1),
      s: () => document.getElementById('stand-ins')?.focus(),
      w: () => void navigate('../water', { relative: 'path' }),
    };
  }, [parts, place, look, navigate]);
  useKeys(keys);
  const parted = whole.document.variants.length > 0;
  const who = <Variants key="variants" onLook={(id) => look('variant', id)} />;
  if (!part) return <main className="place">This dish has no parts. Bring it again.</main>;
  return (
    <main className={styles.bench} data-fills>
      <section aria-label="Section of the dish">
        {preview && (
          <>
            <Section
              parts={parts}
              views={preview.parts}
              chosen={part.id}
              parting={preview.parting}
              looked={variant?.id ?? ''}
              onChoose={(id) => look('part', id)}
            />
            {preview.starchy && (
              <p style={{ marginTop: 8 }}>
                <b>{preview.starchy.words}</b> of net carbs in a serving of the original.
              </p>
            )}
          </>
        )}
      </section>
      <section aria-label={`Part: ${part.name}`}>
        {parted && who}
        {(!variant || variant.eaters.length > 0) && <Ways key={variant?.id ?? ''} />}
        {!parted && who}
        <PartWork key={`${part.id}/${variant?.id ?? ''}`} part={part} />
      </section>
      <section className={styles.rail} id="plate" aria-label="One serving">
        <PlateRail />
      </section>
      <PlateStrip />
    </main>
  );
}

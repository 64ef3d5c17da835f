/** The Bench: the section, the chosen part's lines and stand-ins, and the plate. */
import { useMemo, type JSX } from 'react';
import { useNavigate, useSearchParams } from 'react-router';

import { useOpenDish } from '../../draft/context';
import { Section } from '../../parts/Section';
import { useKeys } from '../../parts/useKeys';
import { PartWork } from './PartWork';
import { PlateRail } from './PlateRail';
import { PlateStrip } from './PlateStrip';
import { Ways } from './Ways';

export function BenchPlace(): JSX.Element {
  const { draft, preview } = useOpenDish();
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { parts } = draft.document;
  const asked = params.get('part');
  const starchy = preview?.starchy?.part_id;
  const part = parts.find((p) => p.id === asked) ?? parts.find((p) => p.id === starchy) ?? parts[0];
  const place = part ? parts.indexOf(part) : 0;
  const keys = useMemo(() => {
    const to = (step: number) => () => {
      const next = parts[(place + step + parts.length) % parts.length];
      if (next) setParams({ part: next.id }, { replace: true });
    };
    return {
      '[': to(-1),
      ']': to(1),
      s: () => document.getElementById('stand-ins')?.focus(),
      w: () => void navigate('../water', { relative: 'path' }),
    };
  }, [parts, place, setParams, navigate]);
  useKeys(keys);
  if (!part) return <main className="place">This dish has no parts. Bring it again.</main>;
  return (
    <main className="bench">
      <section aria-label="Section of the dish">
        {preview && (
          <>
            <Section
              parts={parts}
              views={preview.parts}
              chosen={part.id}
              onChoose={(id) => setParams({ part: id }, { replace: true })}
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
        <Ways />
        <PartWork key={part.id} part={part} />
      </section>
      <section className="rail" id="plate" aria-label="One serving">
        <PlateRail />
      </section>
      <PlateStrip />
    </main>
  );
}

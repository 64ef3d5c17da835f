/** The open dish as one of its variants has it: what is changed there is the variant's. */
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';

import { previewQuery } from '../api/reckon';
import type { Dish, Preview } from '../api/types';
import { type OpenDish, useOpenDish } from './context';
import { asVariant, variantOf, withVariant } from './variants';

const NOBODY = ['nobody'];

/** Look at a variant by its id; null, or one that is gone, is the dish itself. */
export function useVariant(id: string | null): OpenDish {
  const open = useOpenDish();
  const { draft } = open;
  const variant = variantOf(draft.document, id) ?? null;
  const shown = useDeferredValue(draft.document);
  const sequence = useDeferredValue(draft.sequence);
  const there = variantOf(shown, id);
  const preview = useQuery({
    ...previewQuery(sequence, shown, open.readings, there?.id ?? ''),
    enabled: there !== undefined,
  });
  // A refused change keeps the last figures, and with them every field being typed in.
  const [last, setLast] = useState<{ of: string; preview: Preview }>();
  const fresh = there && preview.data && !preview.isPlaceholderData;
  if (fresh && preview.data !== last?.preview) setLast({ of: there.id, preview: preview.data });
  const own = useMemo(
    () => (variant ? asVariant(draft.document, variant) : draft.document),
    [draft.document, variant],
  );
  if (!variant) return open;
  const change = (edit: (dish: Dish) => Dish, words?: string): void =>
    draft.change((dish) => {
      const now = variantOf(dish, variant.id);
      return now ? withVariant(dish, now, edit(asVariant(dish, now))) : dish;
    }, words);
  return {
    ...open,
    draft: { ...draft, document: own, change },
    // Before the first figures of a variant those of the dish stand there, as while it is fetched.
    preview: preview.data ?? (last?.of === variant.id ? last.preview : open.preview),
    variant,
    // Where only people without limits have it, nobody's limits count.
    eaters: variant.eaters.length > 0 ? variant.eaters : NOBODY,
  };
}

/**
 * Variants as changes over a dish, as the core makes and applies them: both are tested on the same
 * cases. Pure.
 */
import type { Change, Dish, Line, MethodStep, Part, Slot, Variant } from '../api/types';
import { allLines } from './edits';

function same(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

function change(kind: Change['kind'], at: string, more: Partial<Change> = {}): Change {
  return { kind, at, choice: null, line: null, step: null, ...more };
}

function withLine(dish: Dish, id: string, edit: (line: Line) => Line): Dish {
  const edited = (lines: Line[]): Line[] => lines.map((one) => (one.id === id ? edit(one) : one));
  const parts = dish.parts.map((part) => {
    if (allLines(part).every((one) => one.id !== id)) return part;
    const slots = part.slots.map((slot) =>
      slot.choice
        ? { ...slot, choice: { ...slot.choice, lines: edited(slot.choice.lines) } }
        : slot,
    );
    return { ...part, lines: edited(part.lines), slots };
  });
  return { ...dish, parts };
}

function withStep(dish: Dish, at: string, step: MethodStep): Dish {
  const ids = dish.method.map((one) => one.id);
  if (at && !ids.includes(at)) return dish;
  const place = at ? ids.indexOf(at) + 1 : 0;
  const takesIt = step.takes.some((take) => take.ref === at);
  const behind = dish.method.slice(place).map((one) =>
    takesIt
      ? {
          ...one,
          takes: one.takes.map((take) => (take.ref === at ? { ...take, ref: step.id } : take)),
        }
      : one,
  );
  return { ...dish, method: [...dish.method.slice(0, place), step, ...behind] };
}

function done(dish: Dish, { kind, at, choice, line, step }: Change): Dish {
  const parts = (edit: (part: Part) => Part): Dish => ({ ...dish, parts: dish.parts.map(edit) });
  switch (kind) {
    case 'set_choice':
      return parts((part) => ({
        ...part,
        slots: part.slots.map((slot) => (slot.id === at ? { ...slot, choice } : slot)),
      }));
    case 'swap_line':
      return withLine(dish, at, (one) => ({ ...one, instead: line }));
    case 'omit':
    case 'include':
      return withLine(dish, at, (one) => ({ ...one, left_out: kind === 'omit' }));
    case 'add_line':
      return parts((part) =>
        part.id === at && line ? { ...part, lines: [...part.lines, line] } : part,
      );
    case 'add_step':
      return step ? withStep(dish, at, step) : dish;
  }
}

/** The dish with changes made; one whose slot, line or part is gone does nothing. */
export function applied(dish: Dish, changes: Change[]): Dish {
  return changes.reduce(done, dish);
}

/** A choice's lines pairwise where nothing but those used in their place differ. */
function sameLines(before: Slot, after: Slot): [Line, Line][] | null {
  const [old, next] = [before.choice, after.choice];
  if (!old || !next) return null;
  const bare = (lines: Line[]): Line[] =>
    lines.map((line) => ({ ...line, instead: null, left_out: false }));
  const alike = same({ ...old, lines: bare(old.lines) }, { ...next, lines: bare(next.lines) });
  if (!alike) return null;
  return next.lines.flatMap((line, place) => {
    const was = old.lines[place];
    return was ? [[was, line] as [Line, Line]] : [];
  });
}

function ofPart(before: Part, after: Part): Change[] {
  const found: Change[] = [];
  const pairs: [Line, Line][] = [];
  for (const slot of after.slots) {
    const old = before.slots.find((one) => one.id === slot.id);
    if (!old || same(old.choice, slot.choice)) continue;
    const own = sameLines(old, slot);
    if (own) pairs.push(...own);
    else found.push(change('set_choice', slot.id, { choice: slot.choice }));
  }
  for (const line of after.lines) {
    const old = before.lines.find((one) => one.id === line.id);
    if (old) pairs.push([old, line]);
    else found.push(change('add_line', after.id, { line }));
  }
  for (const [was, now] of pairs) {
    if (!same(was.instead, now.instead))
      found.push(change('swap_line', now.id, { line: now.instead }));
    if (was.left_out !== now.left_out)
      found.push(change(now.left_out ? 'omit' : 'include', now.id));
  }
  return found;
}

/** The changes of slots, lines and steps that make one dish of another. */
export function difference(before: Dish, after: Dish): Change[] {
  const found = after.parts.flatMap((part) => {
    const old = before.parts.find((one) => one.id === part.id);
    return old ? ofPart(old, part) : [];
  });
  let at = '';
  for (const step of after.method) {
    if (!before.method.some((one) => one.id === step.id))
      found.push(change('add_step', at, { step }));
    at = step.id;
  }
  return found;
}

export function variantOf(dish: Dish, id: string | null): Variant | undefined {
  return dish.variants.find((variant) => variant.id === id);
}

/** The whole dish as a variant has it, which may change what is pinned. */
export function asVariant(dish: Dish, variant: Variant): Dish {
  return { ...applied(dish, variant.changes), variants: [], pinned: [] };
}

/** A line written anew stands in for the dish's own, one taken away is left out. */
function overTheDish(dish: Dish, next: Dish): Dish {
  const now = new Map(next.parts.map((part) => [part.id, part]));
  const kept = (lines: Line[], own: Line[]): Line[] => {
    const byId = new Map(lines.map((line) => [line.id, line]));
    const known = own.map((line) => {
      const after = byId.get(line.id);
      if (!after) return { ...line, left_out: true };
      const { instead, left_out } = after;
      if (same({ ...line, instead, left_out }, after)) return after;
      return {
        ...line,
        left_out,
        instead: instead ?? { ...after, instead: null, left_out: false },
      };
    });
    return [...known, ...lines.filter((line) => own.every((one) => one.id !== line.id))];
  };
  const parts = dish.parts.map((part) => {
    const after = now.get(part.id);
    return after ? { ...after, lines: kept(after.lines, part.lines) } : part;
  });
  return { ...next, parts };
}

/** Where something may be swapped is the same for all: a slot found in a variant is the dish's. */
function slotsOf(part: Part, next: Part | undefined): Part {
  if (!next) return part;
  const slots = next.slots.map((slot) => {
    const old = part.slots.find((one) => one.id === slot.id);
    const kept = old && old.role === slot.role && same(old.line_ids, slot.line_ids);
    return { ...slot, choice: kept ? old.choice : null };
  });
  const chosen = part.slots.filter(
    (slot) => slot.choice && next.slots.every((one) => one.id !== slot.id),
  );
  return { ...part, slots: [...slots, ...chosen] };
}

/** The dish whose variant has become another one; what concerns all is changed for all. */
export function withVariant(dish: Dish, variant: Variant, edited: Dish): Dish {
  const next = overTheDish(dish, edited);
  const parts = dish.parts.map((part) =>
    slotsOf(
      part,
      next.parts.find((one) => one.id === part.id),
    ),
  );
  const { method, variants, pinned } = dish;
  const whole = { ...next, parts, method, variants, pinned };
  const changes = difference(whole, next);
  // What was held back and goes in after all waits no longer.
  const out = new Set(changes.flatMap((one) => (one.kind === 'omit' ? [one.at] : [])));
  const waits = variant.waits.filter((id) => out.has(id));
  return setVariant(whole, { ...variant, changes, waits });
}

export function setVariant(dish: Dish, variant: Variant): Dish {
  const variants = dish.variants.map((one) => (one.id === variant.id ? variant : one));
  return { ...dish, variants };
}

export function removeVariant(dish: Dish, id: string): Dish {
  return { ...dish, variants: dish.variants.filter((variant) => variant.id !== id) };
}

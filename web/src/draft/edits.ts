/** Pure edits of a dish document. */
import type { Choice, Dish, Line, Part, Slot } from '../api/types';

export function mapPart(dish: Dish, partId: string, change: (part: Part) => Part): Dish {
  return { ...dish, parts: dish.parts.map((part) => (part.id === partId ? change(part) : part)) };
}

export function mapSlot(
  dish: Dish,
  partId: string,
  slotId: string,
  change: (slot: Slot) => Slot,
): Dish {
  return mapPart(dish, partId, (part) => ({
    ...part,
    slots: part.slots.map((slot) => (slot.id === slotId ? change(slot) : slot)),
  }));
}

export function setChoice(dish: Dish, partId: string, slotId: string, choice: Choice | null): Dish {
  return mapSlot(dish, partId, slotId, (slot) => ({ ...slot, choice }));
}

export function replaceLine(dish: Dish, lineId: string, line: Line): Dish {
  const swap = (lines: Line[]): Line[] => lines.map((old) => (old.id === lineId ? line : old));
  return {
    ...dish,
    parts: dish.parts.map((part) => ({
      ...part,
      lines: swap(part.lines),
      slots: part.slots.map((slot) =>
        slot.choice
          ? { ...slot, choice: { ...slot.choice, lines: swap(slot.choice.lines) } }
          : slot,
      ),
    })),
  };
}

export function removeLine(dish: Dish, lineId: string): Dish {
  return {
    ...dish,
    parts: dish.parts.map((part) => ({
      ...part,
      lines: part.lines.filter((line) => line.id !== lineId),
      slots: part.slots.map((slot) => ({
        ...slot,
        line_ids: slot.line_ids.filter((id) => id !== lineId),
      })),
    })),
  };
}

/** Move a line to another part; slots forget it, they are proposed anew. */
export function moveLine(dish: Dish, lineId: string, partId: string): Dish {
  const line = dish.parts.flatMap((part) => part.lines).find((l) => l.id === lineId);
  if (!line) return dish;
  return mapPart(removeLine(dish, lineId), partId, (part) => ({
    ...part,
    lines: [...part.lines, line],
  }));
}

export function addPart(dish: Dish, name: string): [Dish, string] {
  const id = crypto.randomUUID();
  return [{ ...dish, parts: [...dish.parts, { id, name, lines: [], slots: [], losses: [] }] }, id];
}

/** Typed grams hold as they are: the cook has weighed it. */
export function withGrams(line: Line, grams: number): Line {
  return {
    ...line,
    grams_low: grams,
    grams,
    grams_high: grams,
    reason: 'typed by you',
    doubts: line.doubts.filter((doubt) => doubt !== 'no_grams'),
    settled: line.food !== null,
  };
}

export function withoutSlots(dish: Dish): Dish {
  return { ...dish, parts: dish.parts.map((part) => ({ ...part, slots: [] })) };
}

export function effectiveLines(part: Part): Line[] {
  const replaced = new Set(part.slots.flatMap((slot) => (slot.choice ? slot.line_ids : [])));
  return [
    ...part.lines.filter((line) => !replaced.has(line.id)),
    ...part.slots.flatMap((slot) => slot.choice?.lines ?? []),
  ];
}

/** Every line a part knows: the original's and those of chosen stand-ins. */
export function allLines(part: Part): Line[] {
  return [...part.lines, ...part.slots.flatMap((slot) => slot.choice?.lines ?? [])];
}

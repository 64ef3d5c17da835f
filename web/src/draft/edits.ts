/** Pure edits of a dish document. */
import type { Choice, Dish, Leaving, Line, Part, Slot, Taken } from '../api/types';
import { newId } from '../browser/newId';

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

/** Makes a slot of lines that could be swapped too; slots without a stand-in give them up. */
export function addSlot(dish: Dish, partId: string, slot: Slot): Dish {
  const taken = new Set(slot.line_ids);
  return mapPart(dish, partId, (part) => ({
    ...part,
    slots: [
      ...part.slots.filter((one) => one.choice || !one.line_ids.some((id) => taken.has(id))),
      slot,
    ],
  }));
}

/** Keep a slot or a line as it is when ways are looked for, or let it go again. */
export function togglePin(dish: Dish, id: string): Dish {
  const held = dish.pinned.includes(id);
  const pinned = held ? dish.pinned.filter((other) => other !== id) : [...dish.pinned, id];
  return { ...dish, pinned };
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

/** The amounts that stand without a unit are grams: nothing is asked about it any more. */
export function areGrams(dish: Dish): Dish {
  const sure = (line: Line): Line => {
    if (!line.doubts.includes('unit_guessed')) return line;
    const doubts = line.doubts.filter((doubt) => doubt !== 'unit_guessed');
    return { ...line, doubts, settled: doubts.length === 0 };
  };
  return {
    ...dish,
    parts: dish.parts.map((part) => ({ ...part, lines: part.lines.map(sure) })),
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

/** Move a line to a part, or with "new" to one of its own. */
export function movedTo(dish: Dish, lineId: string, to: string): Dish {
  if (to !== 'new') return moveLine(dish, lineId, to);
  const [more, id] = addPart(dish, 'New part');
  return moveLine(more, lineId, id);
}

export function addPart(dish: Dish, name: string): [Dish, string] {
  const id = newId();
  return [{ ...dish, parts: [...dish.parts, { id, name, lines: [], slots: [], taken: null }] }, id];
}

/** Typed grams hold as they are: the cook has weighed it. */
export function withGrams(line: Line, grams: number): Line {
  return {
    ...line,
    grams_low: grams,
    grams,
    grams_high: grams,
    reason: 'typed by you',
    assumed: false,
    // What was left out for want of an amount goes in with it.
    left_out: line.left_out && line.grams !== null,
    doubts: line.doubts.filter((doubt) => doubt !== 'no_grams'),
    settled: line.food !== null,
  };
}

/** A line that nothing is known of yet but its text. */
export function emptyLine(text: string): Line {
  return {
    id: newId(),
    text,
    amount: null,
    unit: null,
    food: null,
    form: null,
    food_name: '',
    preparation: '',
    optional: false,
    left_out: false,
    alternatives: [],
    grams_low: null,
    grams: null,
    grams_high: null,
    reason: '',
    assumed: false,
    confidence: 1,
    doubts: [],
    candidates: [],
    settled: false,
    uses: [],
    leavings: [],
    hold: null,
    instead: null,
    clause: '',
    unread: [],
    times: 1,
    size_rule: null,
    shelf: null,
  };
}

export function withoutSlots(dish: Dish): Dish {
  return { ...dish, parts: dish.parts.map((part) => ({ ...part, slots: [] })) };
}

export function effectiveLines(part: Part): Line[] {
  const swapped = new Set(part.slots.flatMap((slot) => (slot.choice ? slot.line_ids : [])));
  // What comes from the shelf covers lines of its part, unless a swap goes before it.
  const met = part.lines.filter((line) => !line.left_out && !swapped.has(line.id));
  const covered = met.flatMap((line) => line.instead?.shelf?.covers ?? []);
  const replaced = new Set([...swapped, ...covered]);
  return [
    ...part.lines.filter((line) => !replaced.has(line.id)),
    ...part.slots.flatMap((slot) => slot.choice?.lines ?? []),
  ].filter((line) => !line.left_out);
}

/** What the cook says leaves a line, in place of what was proposed; null for nothing. */
export function withLeaving(line: Line, what: Leaving['what'], share: number | null): Line {
  const others = line.leavings.filter((gone) => gone.what !== what);
  if (share === null) return { ...line, leavings: others };
  const said = { cause: 'cook', what, low: share, best: share, high: share, known: true };
  return { ...line, leavings: [...others, { ...said, words: '', source: '' }] };
}

/** Another choice of an "A or B" in the place of the first, which becomes a choice itself. */
export function withAlternative(line: Line, other: Line): Line {
  const was: Line = { ...line, id: other.id, alternatives: [], instead: null };
  const rest = line.alternatives.filter((one) => one.id !== other.id);
  const { id, text, optional, left_out } = line;
  const clause = other.clause || other.text;
  return { ...other, id, text, clause, optional, left_out, alternatives: [...rest, was] };
}

export function setTaken(dish: Dish, partId: string, taken: Taken | null): Dish {
  return mapPart(dish, partId, (part) => ({ ...part, taken }));
}

/** Every line a part knows: the original's and those of chosen stand-ins. */
export function allLines(part: Part): Line[] {
  return [...part.lines, ...part.slots.flatMap((slot) => slot.choice?.lines ?? [])];
}

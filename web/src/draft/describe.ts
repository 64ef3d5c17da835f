/** What one edit changed, in a few words, for undo and redo. */
import type { Dish, Line, Part } from '../api/types';

function same(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

function nameOf(line: Line): string {
  return line.food_name || line.text;
}

function lineWords(before: Line, after: Line): string {
  const name = nameOf(after);
  if (before.left_out !== after.left_out)
    return after.left_out ? `${name} left out` : `${name} put in`;
  if (!same(before.instead, after.instead))
    return after.instead ? `${nameOf(after.instead)} instead of ${name}` : `${name} as it was`;
  if (before.food !== after.food) return `${name} instead of ${nameOf(before)}`;
  if (before.grams !== after.grams) return `the grams of ${name}`;
  if (!same(before.leavings, after.leavings)) return `what is not eaten of ${name}`;
  if (!same(before.uses, after.uses)) return `the shares of ${name}`;
  return name;
}

function partWords(before: Part, after: Part): string | null {
  if (before.name !== after.name) return `the name ${after.name}`;
  if (!same(before.taken, after.taken))
    return `how much of the ${after.name.toLowerCase()} is used`;
  for (const slot of after.slots) {
    const old = before.slots.find((s) => s.id === slot.id);
    if (!same(old?.choice, slot.choice))
      return slot.choice
        ? `${slot.choice.name || 'the stand-in'} in the ${after.name.toLowerCase()}`
        : `the swap in the ${after.name.toLowerCase()}`;
    if (old?.role !== slot.role) return `the role of the ${after.name.toLowerCase()}`;
    if (!same(old.line_ids, slot.line_ids)) return `which lines are replaced`;
  }
  const gone = before.lines.find((line) => !after.lines.some((l) => l.id === line.id));
  if (gone) return `${nameOf(gone)} taken away`;
  const added = after.lines.find((line) => !before.lines.some((l) => l.id === line.id));
  if (added) return `${nameOf(added)} added`;
  for (const line of after.lines) {
    const old = before.lines.find((l) => l.id === line.id);
    if (old && !same(old, line)) return lineWords(old, line);
  }
  return null;
}

/** What became of the variants, told by the first that differs. */
function variantWords(before: Dish, after: Dish): string {
  const gone = before.variants.find((one) => after.variants.every((v) => v.id !== one.id));
  if (gone) return `the variant for ${gone.name} taken away`;
  const other = after.variants.find(
    (one) =>
      !same(
        one,
        before.variants.find((v) => v.id === one.id),
      ),
  );
  const added = before.variants.every((v) => v.id !== other?.id);
  return `the variant for ${other?.name ?? 'somebody'}${added ? '' : ' changed'}`;
}

/** Say what differs; the first thing found is enough, an edit changes one. */
export function describe(before: Dish, after: Dish): string {
  if (before.title !== after.title) return 'the name of the dish';
  if (before.servings !== after.servings) return 'the servings';
  if (before.expected_grams !== after.expected_grams) return 'the finished weight';
  if (!same(before.portions, after.portions)) return 'the portions';
  if (!same(before.variants, after.variants)) return variantWords(before, after);
  if (!same(before.pinned, after.pinned)) return 'what is pinned';
  if (!same(before.accepted, after.accepted)) return 'a suggestion used';
  if (before.parts.length !== after.parts.length) return 'the parts';
  if (!same(before.method, after.method))
    return before.method.length === after.method.length ? 'a step' : 'the steps';
  for (const part of after.parts) {
    const old = before.parts.find((p) => p.id === part.id);
    const words = old && !same(old, part) ? partWords(old, part) : null;
    if (words) return words;
  }
  if (!same(before.steps, after.steps)) return 'a step';
  return 'the last change';
}

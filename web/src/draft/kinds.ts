/** What a read line really is: pure edits that turn it into something else, losing no word. */
import type { Aside, Dish, Line, Part } from '../api/types';
import { newId } from '../browser/newId';

export type Kind = 'heading' | 'note' | 'step' | 'furniture';

/** Where a text stands in what was pasted; what is not found stands at the end. */
function placeIn(dish: Dish, text: string): number {
  const place = dish.source_text.indexOf(text);
  return place < 0 ? Infinity : place;
}

/** A written line that names several foods became several lines; they are one text still. */
function together(part: Part, line: Line): Set<string> {
  const same = (other: Line): boolean =>
    other.id === line.id || (line.clause !== '' && other.text === line.text);
  return new Set(part.lines.filter(same).map((other) => other.id));
}

function without(part: Part, ids: Set<string>): Part {
  return {
    ...part,
    lines: part.lines.filter((line) => !ids.has(line.id)),
    slots: part.slots.map((slot) => ({
      ...slot,
      line_ids: slot.line_ids.filter((id) => !ids.has(id)),
    })),
  };
}

function headingName(text: string): string {
  const bare = text.replace(/^[\s#*•·–-]+|[\s:*.–-]+$/g, '').replace(/^for (the )?/i, '');
  return bare.charAt(0).toUpperCase() + bare.slice(1) || 'Part';
}

/** The lines under the new heading become a part of their own. */
function toHeading(dish: Dish, part: Part, line: Line): Dish {
  const gone = together(part, line);
  const cut = part.lines.findIndex((other) => gone.has(other.id));
  const rest = part.lines.filter((other) => !gone.has(other.id));
  const under = rest.slice(cut);
  const name = headingName(line.text);
  const bare = without(part, gone);
  const parts = dish.parts.flatMap((other) => {
    if (other.id !== part.id) return [other];
    if (cut === 0) return [{ ...bare, name }];
    const below = new Set(under.map((l) => l.id));
    const added: Part = {
      id: newId(),
      name,
      lines: under,
      slots: [],
      taken: null,
    };
    return [without(bare, below), added];
  });
  return { ...dish, parts };
}

function insertedStep(dish: Dish, text: string): Dish {
  const place = placeIn(dish, text);
  const found = dish.steps.findIndex((step) => placeIn(dish, step.text) > place);
  const at = found < 0 ? dish.steps.length : found;
  const steps = [...dish.steps];
  steps.splice(at, 0, { id: newId(), text, section: '' });
  return { ...dish, steps };
}

export function makeIt(dish: Dish, lineId: string, kind: Kind): Dish {
  const part = dish.parts.find((p) => p.lines.some((line) => line.id === lineId));
  const line = part?.lines.find((l) => l.id === lineId);
  if (!part || !line) return dish;
  if (kind === 'heading') return toHeading(dish, part, line);
  const gone = together(part, line);
  const bare = {
    ...dish,
    parts: dish.parts.map((p) => (p.id === part.id ? without(p, gone) : p)),
  };
  if (kind === 'step') return insertedStep(bare, line.text);
  return { ...bare, asides: [...bare.asides, { id: line.id, kind, text: line.text }] };
}

function withoutText(dish: Dish, id: string): Dish {
  return {
    ...dish,
    asides: dish.asides.filter((aside) => aside.id !== id),
    steps: dish.steps.filter((step) => step.id !== id),
  };
}

export function asStep(dish: Dish, aside: Aside): Dish {
  return insertedStep(withoutText(dish, aside.id), aside.text);
}

export function leftOut(dish: Dish, stepId: string): Dish {
  const step = dish.steps.find((s) => s.id === stepId);
  if (!step) return dish;
  const aside: Aside = { id: step.id, kind: 'note', text: step.text };
  return { ...withoutText(dish, stepId), asides: [...dish.asides, aside] };
}

/** Put lines read from a text that was set aside where that text stood. */
export function asLines(dish: Dish, id: string, text: string, lines: Line[]): Dish {
  const place = placeIn(dish, text);
  const before = (part: Part): boolean => part.lines.some((l) => placeIn(dish, l.text) < place);
  const owner = [...dish.parts].reverse().find(before) ?? dish.parts[0];
  const bare = withoutText(dish, id);
  if (!owner) {
    const part = { id: newId(), name: 'Dish', lines, slots: [], taken: null };
    return { ...bare, parts: [part] };
  }
  return {
    ...bare,
    parts: bare.parts.map((part) => {
      if (part.id !== owner.id) return part;
      const at = part.lines.findIndex((l) => placeIn(dish, l.text) > place);
      const joined = [...part.lines];
      joined.splice(at < 0 ? joined.length : at, 0, ...lines);
      return { ...part, lines: joined };
    }),
  };
}

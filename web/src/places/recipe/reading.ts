/** Words and figures of the Recipe, apart from how they are drawn. */
import type { CookStepView, Dish, MethodView, TakenView, UsedLine } from '../../api/types';
import { duration, plain } from '../../parts/format';

/** Lines under the names of their parts, in the order the parts are first used. */
export function perPart(lines: UsedLine[]): [string, UsedLine[]][] {
  const found = new Map<string, UsedLine[]>();
  for (const line of lines) found.set(line.part, [...(found.get(line.part) ?? []), line]);
  return [...found];
}

/** A typed weight, with a comma or a point; null where it is none. */
export function gramsIn(text: string): number | null {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value >= 0 && value <= 50_000
    ? value
    : null;
}

/** Typed servings; null where they are none. */
export function servingsIn(text: string): number | null {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() !== '' && value >= 0.25 && value <= 200 ? value : null;
}

/** Typed minutes, "8" or "8 to 10"; null where they are none. */
export function minutesIn(text: string): [number, number] | null {
  const found =
    /^\s*(\d+(?:[.,]\d+)?)\s*(?:(?:-|–|to)\s*(\d+(?:[.,]\d+)?))?\s*(?:min\w*)?\s*$/i.exec(text);
  if (!found?.[1]) return null;
  const [low, high] = [found[1], found[2] ?? found[1]].map((one) => Number(one.replace(',', '.')));
  if (low === undefined || high === undefined || low > high || high > 10_000) return null;
  return [low, high];
}

export function minutesText(low: number, high: number): string {
  if (high < 1) return `${Math.round(high * 60)} s`;
  const whole = low === high ? plain(low) : `${plain(low)} to ${plain(high)}`;
  if (low < 120) return `${whole} min`;
  const hours = low === high ? plain(low / 60) : `${plain(low / 60)} to ${plain(high / 60)}`;
  return `${hours} h`;
}

/** "half the butter, 20 g", "400 g swede", "from step 3". */
export function takenText(taken: TakenView): string {
  if (taken.step !== null)
    return taken.share ? `${taken.share} step ${taken.step}` : `from step ${taken.step}`;
  if (taken.grams === null) return taken.share ? `${taken.share} ${taken.name}` : taken.name;
  const grams = `${plain(taken.grams)} g`;
  return taken.share ? `${taken.share} the ${taken.name}, ${grams}` : `${grams} ${taken.name}`;
}

/** What a step can take: the original's lines, and what the steps before it make. */
export function takeable(dish: Dish, view: MethodView, id: string): [string, string][] {
  const lines = dish.parts.flatMap((part) => part.lines);
  const at = dish.method.findIndex((step) => step.id === id);
  const before = dish.method.slice(0, Math.max(at, 0));
  const numbers = new Map(view.steps.map((step) => [step.id, step.number]));
  return [
    ...lines.map((line): [string, string] => [line.id, line.food_name || line.text]),
    ...before.map((step): [string, string] => {
      const number = numbers.get(step.id);
      return [step.id, `${number ? `step ${number}` : 'struck'}: ${step.words}`];
    }),
  ];
}

/** The steps a swap strikes and brings in what all have, in the order of the dish. */
export function stepsOfSwap(steps: CookStepView[], slot: string): CookStepView[] {
  const ours = (step: CookStepView): boolean =>
    step.branches.length === 0 || step.branches.includes('');
  return steps.filter((step) => step.slot === slot && step.kind !== 'own' && ours(step));
}

/** Steps that follow each other under whom they are done for, empty for everybody. */
export function perVariant(steps: CookStepView[]): [string, CookStepView[]][] {
  const found: [string, CookStepView[]][] = [];
  for (const step of steps) {
    const last = found.at(-1);
    // A struck step is nobody's; it stays where it stood.
    if (last && (step.kind === 'ghost' || last[0] === step.whose)) last[1].push(step);
    else found.push([step.whose, [step]]);
  }
  return found;
}

/** A clause as a sentence of its own. */
export function sentenceOf(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What a step says beside its words: time, heat, cover, and what is only usual. */
export function factsOf(step: CookStepView): string[] {
  const facts: string[] = [];
  if (step.kind !== 'ghost' && step.minutes_high > 0) {
    const time = minutesText(step.minutes_low, step.minutes_high);
    if (step.minutes_said) facts.push(time);
    else if (step.passive) facts.push(`usually ${time}`);
  }
  if (step.seconds !== null) facts.push(`${duration(step.seconds)} in your microwave`);
  if (step.oven_c !== null && step.fan_c !== null)
    facts.push(`${plain(step.oven_c)} °C, with a fan ${plain(step.fan_c)} °C`);
  if (step.parallel.length > 0) facts.push(`while step ${step.parallel.join(', ')} goes on`);
  return facts;
}

/** Which glass is next, and which part the Water opens on. Pure. */
import type { CourseView, GlassView } from '../../api/types';

/** What tells a glass from all others of its dish. */
export function keyOf(glass: GlassView): string {
  return `${glass.slot_id || glass.part_id}/${glass.step_id}`;
}

/** The glass after the last one that was weighed, the last one where all were. */
export function nextOf(glasses: GlassView[]): GlassView | undefined {
  const last = glasses.findLastIndex((glass) => glass.point.weighed !== null);
  return glasses[last + 1] ?? glasses.at(-1);
}

/** The part being weighed, else one with a stand-in, else the first with something to weigh. */
export function openedFirst(courses: CourseView[]): CourseView | undefined {
  const begun = (one: CourseView): boolean => one.glasses.some((g) => g.point.weighed !== null);
  const done = (one: CourseView): boolean => one.glasses.at(-1)?.point.weighed !== null;
  return (
    courses.find((one) => begun(one) && !done(one)) ??
    courses.find((one) => one.stand_in && one.glasses.length > 0) ??
    courses.find((one) => one.glasses.length > 0) ??
    courses[0]
  );
}

const FLOWS = {
  goes_on: 'goes on',
  vapour: 'as steam',
  liquid: 'as liquid',
  stuck: 'on tools and bowls',
} as const;

export interface Flow {
  kind: keyof typeof FLOWS;
  words: string;
  grams: number;
}

/** Where a part's grams went, the largest first; together they are what came in. */
export function flowsOf(course: CourseView): { came: number; takenUp: number; went: Flow[] } {
  const of = (kind: string): number => course.flows.find((f) => f.kind === kind)?.grams ?? 0;
  const went = (Object.keys(FLOWS) as (keyof typeof FLOWS)[])
    .map((kind) => ({ kind, words: FLOWS[kind], grams: of(kind) }))
    .filter((flow) => flow.grams >= 0.5);
  return { came: of('brought'), takenUp: of('taken_up'), went };
}

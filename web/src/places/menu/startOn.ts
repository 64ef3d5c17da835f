/** A day's cooking as what the cook wishes of its first dish's run sheet. */
import type { MenuSheetDay } from '../../api/types';
import { keep } from '../../browser/storage';
import { clockOf } from '../../parts/format';

export function startOn(day: MenuSheetDay): void {
  const [first, ...others] = day.dishes;
  if (!first) return;
  keep(`sheet-${first.id}`, {
    serve: clockOf(day.serves),
    cooks: day.sheet?.cooks ?? null,
    pins: {},
    ahead: day.sheet?.ahead.filter((one) => one.on).flatMap((one) => one.tasks) ?? [],
    others: others.map((dish) => dish.id),
    opens: null,
  });
}

/** Days as the menu says them; a date is "2026-03-05", in nobody's zone. */

function at(date: string): Date {
  return new Date(`${date}T12:00:00Z`);
}

export function plusDays(date: string, days: number): string {
  const day = at(date);
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(0, 10);
}

export function weekday(date: string): string {
  return at(date).toLocaleDateString('en-GB', { weekday: 'long', timeZone: 'UTC' });
}

export function dayAndMonth(date: string): string {
  return at(date).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });
}

/** "today", "tomorrow", or the weekday with its day. */
export function called(date: string, today: string): string {
  if (date === today) return 'today';
  if (date === plusDays(today, 1)) return 'tomorrow';
  return `${weekday(date)}, ${dayAndMonth(date)}`;
}

/** "18:30:00" as a clock shows it. */
export function clock(time: string): string {
  return time.slice(0, 5);
}

/** The run sheet as a calendar file, with an alarm at every start. */
import { calendarOf } from '../../api/evening';
import type { SheetRequest } from '../../api/types';

export async function toCalendar(request: SheetRequest): Promise<void> {
  const text = await calendarOf(request);
  const address = URL.createObjectURL(new Blob([text], { type: 'text/calendar' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = 'run-sheet.ics';
  link.click();
  URL.revokeObjectURL(address);
}

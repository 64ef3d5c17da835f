/** Photos that the server has not taken yet, kept in this browser: too large for the outbox. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

import { ApiError, sentence } from '../api/client';
import { sendPhoto } from '../api/runs';
import { newId } from '../browser/newId';

interface WaitingPhoto {
  id: string;
  run: string;
  task: string;
  taken_at: string;
  data: string;
}

interface Kept extends DBSchema {
  photos: { key: string; value: WaitingPhoto };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;

function box(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>('snabo', 1, {
    upgrade: (database) => {
      database.createObjectStore('photos', { keyPath: 'id' });
    },
  });
  return opened;
}

async function waitingPhotos(): Promise<WaitingPhoto[]> {
  try {
    return await (await box()).getAll('photos');
  } catch {
    // A browser that keeps nothing has nothing waiting.
    return [];
  }
}

async function send(photo: WaitingPhoto): Promise<void> {
  const { run, ...body } = photo;
  await sendPhoto(run, body);
}

/** Keep a photo and send it; it stays here until the server has it. */
export async function addPhoto(photo: Omit<WaitingPhoto, 'id' | 'taken_at'>): Promise<void> {
  const made = { ...photo, id: newId(), taken_at: new Date().toISOString() };
  try {
    await (await box()).put('photos', made);
  } catch {
    // Nothing can be kept here: it is sent at once or not at all.
    await send(made);
    return;
  }
  const { refused } = await sendPhotos();
  if (refused) throw new Error(refused);
}

/**
 * Send what waits, in order; says why one was refused, and how many still wait. What another
 * household took here waits for that one to sign in again, and is not counted.
 */
export async function sendPhotos(): Promise<{ refused: string; waiting: number }> {
  let refused = '';
  const photos = await waitingPhotos();
  let waiting = photos.length;
  for (const photo of photos) {
    try {
      await send(photo);
    } catch (problem) {
      const status = problem instanceof ApiError ? problem.status : 0;
      if (status === 404) {
        waiting -= 1;
        continue;
      }
      // Gone, signed out or busy: it waits. No picture, or too many: it will never be taken.
      if (![400, 413].includes(status)) break;
      refused = sentence(problem);
    }
    waiting -= 1;
    await (await box()).delete('photos', photo.id);
  }
  return { refused, waiting };
}

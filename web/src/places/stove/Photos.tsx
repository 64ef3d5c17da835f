/** Photos at a step: taken or chosen, made small, kept here until the server has them. */
import { useRef, useState, type JSX } from 'react';

import type { PhotoAnswer } from '../../api/types';
import { photoAddress } from '../../api/runs';
import { addPhoto } from '../../evening/photoBox';
import { smallPicture } from '../../evening/picture';
import { PlainButton } from '../../parts/PlainButton';
import { clockOf } from '../../parts/format';
import styles from './stove.module.css';

interface Props {
  run: string;
  task: string;
  onSaid: (words: string) => void;
}

export function PhotoButton({ run, task, onSaid }: Props): JSX.Element {
  const field = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const add = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setBusy(true);
    try {
      await addPhoto({ run, task, data: await smallPicture(file) });
      onSaid('photo kept');
    } catch (problem) {
      onSaid(problem instanceof Error ? problem.message : 'The photo could not be kept.');
    } finally {
      setBusy(false);
      if (field.current) field.current.value = '';
    }
  };
  return (
    <>
      <input
        ref={field}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label="A photo of this step"
        onChange={(event) => void add(event.target.files?.[0])}
      />
      <PlainButton className={styles.less} disabled={busy} onClick={() => field.current?.click()}>
        Photo
      </PlainButton>
    </>
  );
}

export function PhotosHere({ photos }: { photos: PhotoAnswer[] }): JSX.Element | null {
  if (!photos.length) return null;
  return (
    <p className={styles.photos}>
      {photos.map((photo) => (
        <a key={photo.id} href={photoAddress(photo)} target="_blank" rel="noreferrer">
          <img src={photoAddress(photo)} alt={`Taken at ${clockOf(photo.taken_at)}`} />
        </a>
      ))}
    </p>
  );
}

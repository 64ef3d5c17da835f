/** Pictures from a camera or a file, made small in the browser before they are sent. */

const LONGEST = 1600;
const QUALITY = 0.85;
const NO_PICTURE = 'This is no picture that can be read here. Take a JPEG, PNG or WebP.';

/** The size of a picture whose longer side may be so long; none is made larger. */
export function sizeWithin(width: number, height: number, longest: number): [number, number] {
  const scale = Math.min(1, longest / Math.max(width, height, 1));
  return [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
}

function base64(blob: Blob): Promise<string> {
  return new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done((reader.result as string).replace(/^[^,]*,/, ''));
    reader.onerror = () => failed(new Error(NO_PICTURE));
    reader.readAsDataURL(blob);
  });
}

/** A picture as a small JPEG in base64; what was written beside it, places too, is not in it. */
export async function smallPicture(file: Blob): Promise<string> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new Error(NO_PICTURE);
  }
  const [width, height] = sizeWithin(bitmap.width, bitmap.height, LONGEST);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  if (!blob) throw new Error(NO_PICTURE);
  return base64(blob);
}

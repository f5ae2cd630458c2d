import { answered, api } from '../api/client';
import { hasAlong, store } from '../device/store';

/** Long enough to see a gouge, small enough for a trench: the longer side in pixels. */
const LONGEST = 1600;

/** A picture made small and redrawn, so that neither place nor camera travels with it. */
async function shrunk(file: File): Promise<Blob> {
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(bitmap.width * scale);
  canvas.height = Math.round(bitmap.height * scale);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.82));
  if (!blob) throw new Error('The picture could not be read. Take it again.');
  return blob;
}

const hex = (bytes: ArrayBuffer) => [...new Uint8Array(bytes)].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** Sends a picture ahead of what names it; its hash comes back. Where a main was taken along it is kept here and goes out with its entry. */
export async function keepPicture(file: File): Promise<string> {
  const blob = await shrunk(file);
  if (hasAlong()) {
    const sha256 = hex(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer()));
    await (await store).put('pictures', { sha256, blob });
    return sha256;
  }
  const form = new FormData();
  form.append('file', blob, 'picture.jpg');
  return (await answered(api.POST('/pictures', { body: form }))).sha256;
}

import { answered, api } from '../api/client';

/** Long enough to see a gouge, small enough for a trench: the longer side in pixels. */
const LONGEST = 1600;

/** A picture made small and drawn anew, so that neither place nor camera travels with it. */
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

/** Sends a picture ahead of what names it; its hash comes back. */
export async function keepPicture(file: File): Promise<string> {
  const form = new FormData();
  form.append('file', await shrunk(file), 'picture.jpg');
  return (await answered(api.POST('/pictures', { body: form }))).sha256;
}

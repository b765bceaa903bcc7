import { PHOTO_TYPES, type PhotoType } from '@puddler/contract/shared';

/** Longest side of a photo as kept: wiring is legible, and a dozen are no burden [px]. */
const LONGEST_PX = 1600;
const QUALITY = 0.85;
/** What a phone makes at most; more is no photo. */
const MOST_BYTES = 30 * 1024 * 1024;

export type Shrunk = { ok: true; picture: Blob } | { ok: false; message: string };

/** A picture no larger than it must be, as JPEG. Refuses what is no picture, or a broken one, with the reason. */
export async function shrinkPhoto(file: File): Promise<Shrunk> {
  if (!PHOTO_TYPES.includes(file.type as PhotoType)) return { ok: false, message: `${file.name} is no JPEG, PNG or WebP picture.` };
  if (file.size > MOST_BYTES) return { ok: false, message: `${file.name} has ${Math.round(file.size / 1048576)} MB; 30 MB at most.` };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return { ok: false, message: `${file.name} is cut short or damaged: the browser cannot show it.` };
  }
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY));
  return picture ? { ok: true, picture } : { ok: false, message: `${file.name} could not be made smaller.` };
}

'use client';
import { itemOf, type Item } from './item';

/** A picture as it is kept: at most so many points a side, drawn anew, so that nothing of the camera is in it. */
const MOST_POINTS = 1280;
/** Of one that is too large for the server the next is tried. */
const TRIES = [
  [1, 0.8],
  [1, 0.6],
  [0.75, 0.6],
  [0.5, 0.5],
] as const;
/** Signs of base64 that the server takes. */
const MOST_SIGNS = 1_150_000;

/** @returns base64 of a JPEG; null where the file is no picture */
async function scaledDown(file: Blob): Promise<string | null> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const whole = Math.min(1, MOST_POINTS / Math.max(picture.width, picture.height));
    const canvas = document.createElement('canvas');
    for (const [share, quality] of TRIES) {
      canvas.width = Math.max(1, Math.round(picture.width * whole * share));
      canvas.height = Math.max(1, Math.round(picture.height * whole * share));
      canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
      const jpeg = canvas.toDataURL('image/jpeg', quality).split(',')[1];
      if (jpeg && jpeg.length <= MOST_SIGNS) return jpeg;
    }
    return null;
  } catch {
    return null;
  }
}

/** A picture as it waits to be sent, under the key of the stop or the walk that it belongs to; null: the file is none. */
export async function pictureOf(
  file: Blob,
  of: Readonly<{ stopKey: string; lawnId: string; what: string }>,
): Promise<Item | null> {
  const jpeg = await scaledDown(file);
  if (jpeg === null) return null;
  const now = Date.now();
  return itemOf('photo', { ...of, sendKey: crypto.randomUUID(), jpeg, takenAt: now, sentAt: now }, of.lawnId);
}
export const NO_PICTURE = 'That file is no picture that can be sent: take it with the camera.';
/** What a picture of a walk is of. */
export const LOOKED = 'looked';

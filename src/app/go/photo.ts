'use client';
import type { Waiting } from './store';

/** A picture as it is kept: at most so many points a side, drawn anew, so that nothing of the camera is in it. */
const MOST_POINTS = 1280;
const QUALITY = 0.8;

/** @returns base64 of a JPEG; null where the file is no picture */
export async function scaledDown(file: Blob): Promise<string | null> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = Math.min(1, MOST_POINTS / Math.max(picture.width, picture.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return canvas.toDataURL('image/jpeg', QUALITY).split(',')[1] ?? null;
  } catch {
    return null;
  }
}

/** A picture as it waits to be sent, under the key of the stop or the walk that it belongs to; null: the file is none. */
export async function pictureOf(
  file: Blob,
  of: Readonly<{ stopKey: string; lawnId: string; what: string }>,
): Promise<Waiting | null> {
  const jpeg = await scaledDown(file);
  if (jpeg === null) return null;
  const now = Date.now();
  const sendKey = crypto.randomUUID();
  const input = { ...of, sendKey, jpeg, takenAt: now, sentAt: now };
  return { kind: 'photo', sendKey, lawnId: of.lawnId, since: now, input };
}
export const NO_PICTURE = 'That file is no picture: take it with the camera.';
/** What a picture of a walk is of. */
export const LOOKED = 'looked';

'use client';
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

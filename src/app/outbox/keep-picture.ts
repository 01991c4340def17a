import { deviceOf } from './device';
import { NO_PICTURE, pictureOf } from './photo';
import { noRoomWords } from './device-words';

/**
 * Puts a picture into the outbox, from which whatever page is open sends it.
 * @returns why it could not be kept; empty: it is
 */
export async function keepPicture(
  userId: string,
  file: Blob,
  of: Readonly<{ stopKey: string; lawnId: string; what: string }>,
): Promise<string> {
  const picture = await pictureOf(file, of);
  if (!picture) return NO_PICTURE;
  try {
    await (await deviceOf(userId)).put([picture]);
    return '';
  } catch (error) {
    return noRoomWords(error);
  }
}

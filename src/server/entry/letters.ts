/**
 * Letters of the application. With SMTP_URL they are sent; else each is written to the outbox folder as an .eml file that
 * any mail program opens. What they hold, a one-time link, is shown on the screen as well.
 */
import 'server-only';
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import nodemailer from 'nodemailer';

export type Letter = Readonly<{ to: string; subject: string; text: string }>;
/** @property how what became of it, for the screen */
export type Sent = Readonly<{ how: 'sent' | 'outbox' | 'failed'; detail: string }>;

const SENDER = process.env['MAIL_FROM'] ?? 'Iron Gate <iron-gate@localhost>';

/** Never throws: the link on the screen does as well. */
export async function sendLetter(letter: Letter): Promise<Sent> {
  const smtp = process.env['SMTP_URL'];
  try {
    if (smtp) {
      await nodemailer.createTransport(smtp).sendMail({ from: SENDER, ...letter });
      return { how: 'sent', detail: letter.to };
    }
    const folder = process.env['IRON_GATE_OUTBOX'];
    if (!folder) return { how: 'failed', detail: 'neither SMTP_URL nor IRON_GATE_OUTBOX is set' };
    const made = await nodemailer
      .createTransport({ streamTransport: true, buffer: true, newline: 'windows' })
      .sendMail({ from: SENDER, ...letter });
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const file = path.join(
      folder,
      `${new Date().toISOString().replace(/[:.]/g, '-')}-${crypto.randomUUID().slice(0, 8)}.eml`,
    );
    await writeFile(file, made.message as Buffer, { mode: 0o600 });
    return { how: 'outbox', detail: path.basename(file) };
  } catch (error) {
    return { how: 'failed', detail: error instanceof Error ? error.message : String(error) };
  }
}

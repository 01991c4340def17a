/** One question over HTTP to an outside device: an answer that was checked, or why there is none. Never an exception. */
import Joi from 'joi';
import type { Answer } from '@/devices/weather/service';

/** @param patience ms before an answer is too slow; @param shape what the JSON must hold, unknown keys allowed */
export async function askJson<T>(url: string, patience: number, shape: Joi.SchemaMap): Promise<Answer<T>> {
  let text: string;
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(patience), cache: 'no-store' });
    if (!response.ok)
      return { ok: false, trouble: { kind: 'not answering', detail: `HTTP ${response.status}` } };
    text = await response.text();
  } catch (error) {
    if (error instanceof SyntaxError)
      return { ok: false, trouble: { kind: 'answering nonsense', detail: 'not JSON' } };
    if (error instanceof DOMException && error.name === 'TimeoutError')
      return { ok: false, trouble: { kind: 'too slow', detail: `no answer in ${patience / 1000} s` } };
    return { ok: false, trouble: { kind: 'not answering', detail: 'no connection' } };
  }
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return { ok: false, trouble: { kind: 'answering nonsense', detail: 'not JSON' } };
  }
  const checked = Joi.object(shape).unknown(true).validate(body, { convert: false });
  return checked.error
    ? { ok: false, trouble: { kind: 'answering nonsense', detail: checked.error.message } }
    : { ok: true, value: checked.value as T };
}

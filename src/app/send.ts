import type { Outcome } from '@/server/entry/outcome';

/**
 * Sends to an action. A network or server that cannot be reached is a refusal like others: the form stays as it is, and
 * sending again is safe.
 */
export async function send<Input, T, More>(
  to: (input: Input) => Promise<Outcome<T, More>>,
  input: Input,
): Promise<Outcome<T, More>> {
  try {
    return await to(input);
  } catch {
    return { ok: false, refusal: { kind: 'unreachable' } };
  }
}

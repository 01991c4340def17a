'use client';
import { useActionState } from 'react';
import { signInCodeAction, type SignInState } from '../../actions';

export function CodeForm({ next }: Readonly<{ next: string }>) {
  const [state, send, isSending] = useActionState<SignInState, FormData>(signInCodeAction, null);
  return (
    <form action={send} className="mt-6 grid gap-4">
      <input type="hidden" name="next" value={next} />
      <label className="grid gap-1 font-cond text-lg">
        Code
        <input
          className="field"
          name="code"
          inputMode="text"
          autoComplete="one-time-code"
          autoFocus
          required
        />
      </label>
      {state && (
        <p role="alert" className="border-l-4 border-clay bg-paper px-3 py-2">
          {state.problem}
        </p>
      )}
      <button className="button button-loud" disabled={isSending}>
        {isSending ? 'Signing in…' : 'Sign in'}
      </button>
    </form>
  );
}

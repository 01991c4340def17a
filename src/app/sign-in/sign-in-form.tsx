'use client';
import { useActionState } from 'react';
import { signInAction, type SignInState } from '../actions';

export function SignInForm({ next }: Readonly<{ next: string }>) {
  const [state, send, isSending] = useActionState<SignInState, FormData>(signInAction, null);
  return (
    <form action={send} className="mt-6 grid gap-4">
      <input type="hidden" name="next" value={next} />
      <label className="grid gap-1 font-cond text-lg">
        E-mail
        <input
          className="field"
          type="email"
          name="email"
          autoComplete="username"
          defaultValue={state?.email}
          required
        />
      </label>
      <label className="grid gap-1 font-cond text-lg">
        Password
        <input className="field" type="password" name="password" autoComplete="current-password" required />
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

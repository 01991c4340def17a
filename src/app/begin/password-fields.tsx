'use client';
import { type Issue } from '@/core/units/issue';
import { Labelled } from '@/ui/labelled';

type Passwords = Readonly<{ password: string; again: string }>;

/** A new password, twice. */
export function PasswordFields({
  typed,
  onChange,
  issue,
  name = 'Password',
}: Readonly<{
  typed: Passwords;
  onChange: (change: Partial<Passwords>) => void;
  issue: (field: string) => Issue | undefined;
  /** what the field is called */
  name?: string;
}>) {
  return (
    <>
      <Labelled
        name={name}
        issue={issue('Password')}
        hint="At least 12 signs. Four words that have nothing to do with each other are strong and easy to keep."
      >
        {(f) => (
          <input
            {...f}
            type="password"
            autoComplete="new-password"
            value={typed.password}
            onChange={(e) => onChange({ password: e.target.value })}
          />
        )}
      </Labelled>
      <Labelled name={`${name} again`} issue={issue('Password again')}>
        {(f) => (
          <input
            {...f}
            type="password"
            autoComplete="new-password"
            value={typed.again}
            onChange={(e) => onChange({ again: e.target.value })}
          />
        )}
      </Labelled>
    </>
  );
}

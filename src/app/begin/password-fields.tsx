'use client';
import { TextEntry } from '../entry/fields';

type Passwords = { password: string; again: string };

/** A new password, twice. @param name what the field is called */
export const PasswordFields = ({ name = 'Password' }: Readonly<{ name?: string }>) => (
  <>
    <TextEntry<Passwords>
      name="password"
      label={name}
      called="Password"
      type="password"
      autoComplete="new-password"
      hint="At least 12 signs. Four words that have nothing to do with each other are strong and easy to keep."
    />
    <TextEntry<Passwords>
      name="again"
      label={`${name} again`}
      called="Password again"
      type="password"
      autoComplete="new-password"
    />
  </>
);

import type { Metadata } from 'next';
import { Pickets } from '@/ui/pickets';
import { dayOf } from '@/core/calendar/day';
import { laneByTick } from '@/core/calendar/span';
import { LeaveNothing } from './leave-nothing';
import { SignInForm } from './sign-in-form';

export const metadata: Metadata = { title: 'Sign in' };

/** Our sign: a fence with a gap, through which the work can go. */
const range = { from: dayOf(2027, 3, 1), to: dayOf(2027, 3, 25) };
const sign = laneByTick(
  range,
  (day) => ({
    state:
      day < range.from + 14
        ? ('shut' as const)
        : day < range.from + 16
          ? ('ajar' as const)
          : day < range.from + 20
            ? ('open' as const)
            : ('shut' as const),
  }),
  (a, b) => a.state === b.state,
);

export default async function SignInPage({ searchParams }: PageProps<'/sign-in'>) {
  const { next } = await searchParams;
  return (
    <main className="mx-auto max-w-md px-5 pt-[12vh]">
      <h1 className="text-4xl font-bold tracking-wide">IRON GATE</h1>
      <p className="mt-1 text-lg text-steel">
        What may be applied on this lawn, how much of it, and on which days.
      </p>
      <LeaveNothing />
      <div className="mt-6">
        <Pickets
          lane={sign}
          range={range}
          today={dayOf(2026, 1, 1)}
          height={56}
          underlined
          label="A fence with an open gap"
        />
      </div>
      <SignInForm next={typeof next === 'string' ? next : '/'} />
    </main>
  );
}

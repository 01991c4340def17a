'use client';
import type { Issue } from '@/core/units/issue';
import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import { send } from './send';
import { useSendKey } from './use-send-key';

/**
 * The one way in which a screen sends something: once at a time, with why it was refused kept until the next try.
 * @typeParam More refusals of a form's own, such as that somebody else saved first
 */
export function useCommand<More extends Readonly<{ kind: string }> = never>() {
  const router = useRouter();
  const [refusal, setRefusal] = useState<Refusal | More | null>(null);
  /** how many answers are waited for: it falls in one drawing with why it was refused, so that no form says that and is shut */
  const [awaited, setAwaited] = useState(0);
  const [isDrawing, start] = useTransition();
  const isOnItsWay = useRef(false);
  const { keyOf, answered } = useSendKey();

  /** Waits for an answer: a value, or null where it was refused and why is told. */
  const tell = async <T>(answer: Promise<Outcome<T, More>>): Promise<Readonly<{ value: T }> | null> => {
    const outcome = await answer;
    setRefusal(outcome.ok ? null : outcome.refusal);
    return outcome.ok ? { value: outcome.value } : null;
  };
  /** Several commands, one after the other. */
  const steps = (work: (tell_: typeof tell) => Promise<unknown>) => {
    setAwaited((n) => n + 1);
    void work(tell)
      .catch((error: unknown) =>
        // to the page that says that something went wrong
        start(() => {
          throw error;
        }),
      )
      .finally(() => setAwaited((n) => n - 1));
  };
  /** Asks for something; the page stays as it is. */
  const ask = <I, T>(to: (input: I) => Promise<Outcome<T, More>>, input: I, then: (value: T) => void) =>
    steps(async () => {
      const answer = await tell(send(to, input));
      if (answer) then(answer.value);
    });
  /** Does something, and draws the page anew with it. A second click while it is on its way does nothing. */
  const run = <I, T>(
    to: (input: I) => Promise<Outcome<T, More>>,
    input: I,
    then: (value: T) => void = () => {},
  ) => {
    if (isOnItsWay.current) return;
    isOnItsWay.current = true;
    steps(async () => {
      const answer = await tell(send(to, input));
      isOnItsWay.current = false;
      if (!answer) return;
      answered();
      // with the page that follows, so that a form is not empty before its line stands in the list
      start(() => {
        then(answer.value);
        router.refresh();
      });
    });
  };
  const issue = (field: string): Issue | undefined =>
    refusal?.kind === 'invalid'
      ? (refusal as Extract<Refusal, { kind: 'invalid' }>).issues.find((i) => i.field === field)
      : undefined;
  return {
    run,
    ask,
    steps,
    /** goes to another page: on its way until that is drawn */
    draw: start,
    /** a key for what is sent, the same for the same until it was answered */
    keyOf,
    issue,
    refusal,
    /** what is said beside a form without being sent */
    say: setRefusal,
    isSending: awaited > 0 || isDrawing,
  };
}

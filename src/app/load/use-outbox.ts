'use client';
import { useEffect, useRef, useState } from 'react';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import { isPassing } from '../passing';
import { send } from '../send';

const AGAIN_MS = 10_000;

/**
 * Something that is sent once, whenever there is a network: kept on the device until it is answered, under the key that
 * it carries, so that sending again is safe.
 * @param key where it is kept
 */
export function useOutbox<Input, T>(key: string, to: (input: Input) => Promise<Outcome<T>>) {
  const [waiting, setWaiting] = useState<Input | null>(null);
  const [answer, setAnswer] = useState<T | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const isOnItsWay = useRef(false);
  useEffect(() => {
    const text = localStorage.getItem(key);
    // read after the first paint: the server cannot know it
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (text) setWaiting(JSON.parse(text) as Input);
  }, [key]);
  useEffect(() => {
    if (waiting === null) return;
    const attempt = async () => {
      if (isOnItsWay.current) return;
      isOnItsWay.current = true;
      const outcome = await send(to, waiting);
      isOnItsWay.current = false;
      if (!outcome.ok && isPassing(outcome.refusal)) return;
      localStorage.removeItem(key);
      setWaiting(null);
      if (outcome.ok) setAnswer(outcome.value);
      else setRefusal(outcome.refusal);
    };
    void attempt();
    const again = setInterval(() => void attempt(), AGAIN_MS);
    const online = () => void attempt();
    window.addEventListener('online', online);
    return () => {
      clearInterval(again);
      window.removeEventListener('online', online);
    };
  }, [waiting, key, to]);
  const put = (input: Input) => {
    localStorage.setItem(key, JSON.stringify(input));
    setRefusal(null);
    setWaiting(input);
  };
  return { put, waiting: waiting !== null, answer, refusal };
}

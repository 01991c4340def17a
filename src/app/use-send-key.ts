import { useRef } from 'react';

/**
 * A key for what is sent: the same thing sent again, because the answer got lost, carries the same key and is done once.
 * What has changed since is another thing, and so is the same once more after an answer.
 */
export function useSendKey() {
  const last = useRef({ sent: '', key: '' });
  return {
    keyOf: (sent: unknown): string => {
      const now = JSON.stringify(sent);
      if (last.current.sent !== now) last.current = { sent: now, key: crypto.randomUUID() };
      return last.current.key;
    },
    answered: () => {
      last.current = { sent: '', key: '' };
    },
  };
}

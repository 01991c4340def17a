'use client';
import { useEffect } from 'react';
import { leaveNothing } from '../load/take-along';

/** Who comes here has signed out, or is not in yet: cards of whoever was here go. */
export function LeaveNothing() {
  useEffect(() => {
    void leaveNothing();
  }, []);
  return null;
}

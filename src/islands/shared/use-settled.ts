import { useState } from 'react';
import { settled } from '#core/plan/settled';

/** A value as it was, for as long as it says the same: what depends on it does nothing then. */
export function useSettled<T>(value: T): T {
  const [kept, setKept] = useState(value);
  const now = settled(kept, value);
  if (now !== kept) setKept(now);
  return now;
}

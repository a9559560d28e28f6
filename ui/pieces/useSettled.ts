'use client';
import { useEffect, useState } from 'react';

/**
 * A value once it has stood still for a while: what is worked out from it does not hold up the hand that changes it. Null
 * before the first; `restMs` is the rest that is waited for.
 */
export function useSettled<T>(value: T, restMs: number): T | null {
  const [settled, setSettled] = useState<T | null>(null);
  useEffect(() => {
    if (Object.is(value, settled)) return;
    const timer = setTimeout(() => setSettled(value), settled === null ? 0 : restMs);
    return () => clearTimeout(timer);
  }, [value, settled, restMs]);
  return settled;
}

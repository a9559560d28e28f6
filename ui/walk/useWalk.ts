import { useEffect, useRef, useState } from 'preact/hooks';
import { walk, type WalkState } from './state';

/** Part of what the phone knows, by a choice that stays the same while a screen stands; drawn anew where that part changes. */
export function useWalk<T>(of: (state: WalkState) => T): T {
  const first = useRef(of);
  const [value, setValue] = useState(() => of(walk.getState()));
  useEffect(() => {
    const choice = first.current;
    const follow = () => setValue(() => choice(walk.getState()));
    follow();
    return walk.subscribe(follow);
  }, []);
  return value;
}

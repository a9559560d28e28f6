import { useEffect, useState } from 'preact/hooks';
import { walk, type WalkState } from './state';

/** Part of what the phone knows; drawn anew where that part changes. */
export function useWalk<T>(of: (state: WalkState) => T): T {
  const [value, setValue] = useState(() => of(walk.getState()));
  useEffect(() => {
    const follow = () => setValue(() => of(walk.getState()));
    follow();
    return walk.subscribe(follow);
    // What is asked for does not change while a screen stands.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return value;
}

import type { Site } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';

type ListOf = {
  [K in keyof Site]-?: Site[K] extends readonly { id: string }[] ? K : never;
}[keyof Site] &
  string;

/** Changes one thing of a list of the site that has ids. */
export function useChange<K extends ListOf>(list: K, id: string) {
  const setSite = useJob((s) => s.setSite);
  return (values: Partial<Site[K][number]>) =>
    setSite((s) => ({
      ...s,
      [list]: (s[list] as { id: string }[]).map((x) => (x.id === id ? { ...x, ...values } : x)),
    }));
}

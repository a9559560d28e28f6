import type { Option } from '@/core/plan/option/schema';
import { newId } from '@/ui/job/newId';

/** A network a search has made as an option of the job: its new units get ids of their own, what was there keeps what it has. */
export function keptOption(found: Option, name: string): Option {
  const isMade = (id: string) => /^(school-|d\d+-|more-|fix$)|-switch-\d+$/.test(id);
  const fresh = new Map(found.units.map((u) => [u.id, isMade(u.id) ? newId('unit') : u.id] as const));
  return {
    ...found,
    id: newId('opt'),
    name: name.slice(0, 80),
    units: found.units.map((u) => ({
      ...u,
      id: fresh.get(u.id)!,
      feed:
        u.feed.kind === 'line' || u.feed.parentId === null
          ? u.feed
          : { ...u.feed, parentId: fresh.get(u.feed.parentId) ?? u.feed.parentId },
    })),
    locks: found.locks?.map((l) => fresh.get(l) ?? l),
  };
}

import type { FeedKind } from '../../kit/model/schema';
import type { Feed, FeedOf } from './schema';

/** The unit a feed comes from; null for the line, and where nobody has chosen. */
export const parentIdOf = (feed: Feed): string | null => (feed.kind === 'line' ? null : feed.parentId);

/** The same feed from another unit; the line has none. */
export const fromParent = (feed: Feed, parentId: string | null): Feed =>
  feed.kind === 'line' ? feed : { ...feed, parentId };

/** Whether a feed is a cable that somebody lays, or a run that is there. */
export const isCable = (feed: Feed): feed is FeedOf<'ethernet' | 'fibre'> =>
  feed.kind === 'ethernet' || feed.kind === 'fibre';

/** Whether a new cable has to be laid for a feed. */
export const needsRun = (feed: Feed): feed is FeedOf<'ethernet' | 'fibre'> =>
  isCable(feed) && feed.dataRunId === null;

/** The run already in the house that a feed uses; null for every other feed. */
export const dataRunOf = (feed: Feed): string | null => (isCable(feed) ? feed.dataRunId : null);

/** "Cat 6A". */
export const categoryLabel = (feed: FeedOf<'ethernet'>): string =>
  feed.category.replace('cat', 'Cat ').replace(/a$/, 'A');

/** A feed with nothing chosen but its kind and parent. */
export function plainFeed<K extends FeedKind>(kind: K, parentId: string | null): FeedOf<K>;
export function plainFeed(kind: FeedKind, parentId: string | null): Feed {
  const from = { parentId, measuredDownMbps: null, measuredUpMbps: null };
  switch (kind) {
    case 'line':
      return { kind };
    case 'ethernet':
      return { kind, ...from, lengthM: null, dataRunId: null, category: 'cat6' };
    case 'fibre':
      return { kind, ...from, lengthM: null, dataRunId: null };
    case 'coax':
      return { kind, ...from, nearCoaxId: null, farCoaxId: null };
    case 'powerline':
      return { kind, ...from, nearOutletId: null, farOutletId: null };
    default:
      return { kind, ...from };
  }
}

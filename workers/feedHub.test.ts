import { describe, expect, test } from '@jest/globals';
import { createFeedHub, type FeedNews } from './feedHub';

function hub() {
  let now = 0;
  const open: { jobIds: readonly string[]; hear: (news: FeedNews) => void }[] = [];
  let opened = 0;
  const heard: [string, string][] = [];
  const own = createFeedHub<string>(
    (jobIds, hear) => {
      const stream = { jobIds, hear };
      open.push(stream);
      opened++;
      return { close: () => void open.splice(open.indexOf(stream), 1) };
    },
    (window, news) => heard.push([window, news.jobId]),
    () => now,
  );
  return { ...own, open, heard, opened: () => opened, wait: (ms: number) => (now += ms) };
}
const head = { revisions: {}, evidence: 1 };

describe('one stream for all windows of a browser', () => {
  test('whatever number of windows: opened anew only where a job comes or goes', () => {
    const h = hub();
    for (let i = 0; i < 8; i++) h.said(`w${i}`, { kind: 'follow', jobId: i < 7 ? 'farm' : 'mill' });
    expect(h.open.map((s) => s.jobIds)).toEqual([['farm', 'mill']]);
    expect(h.opened()).toBe(2);
    h.open[0]!.hear({ jobId: 'mill', head });
    expect(h.heard).toEqual([['w7', 'mill']]);
    h.said('w0', { kind: 'rest' });
    expect(h.opened()).toBe(2);
    h.open[0]!.hear({ jobId: 'farm', head });
    expect(h.heard.slice(1).map(([window]) => window)).toEqual(['w1', 'w2', 'w3', 'w4', 'w5', 'w6']);
  });

  test('a window that comes to a stream already open, or is seen again, hears what was told before it was there', () => {
    const h = hub();
    h.said('a', { kind: 'follow', jobId: 'farm' });
    h.said('slow', { kind: 'follow', jobId: 'farm' });
    h.said('slow', { kind: 'rest' });
    h.open[0]!.hear({ jobId: 'farm', head });
    h.said('slow', { kind: 'follow', jobId: 'farm' });
    h.said('late', { kind: 'follow', jobId: 'farm' });
    expect(h.opened()).toBe(1);
    expect(h.heard).toEqual([
      ['a', 'farm'],
      ['slow', 'farm'],
      ['late', 'farm'],
    ]);
    // A stream that is opened anew tells by itself; what an older one told is not passed off as new.
    h.said('other', { kind: 'follow', jobId: 'mill' });
    expect(h.heard).toHaveLength(3);
  });

  test('closed where no window is seen, and opened again', () => {
    const h = hub();
    h.said('a', { kind: 'follow', jobId: 'farm' });
    h.said('a', { kind: 'rest' });
    expect(h.open).toEqual([]);
    h.said('a', { kind: 'follow', jobId: 'farm' });
    expect(h.open).toHaveLength(1);
  });

  test('closed in every window while a meter runs in one; a window that went away in a run holds nothing up', () => {
    const h = hub();
    h.said('a', { kind: 'follow', jobId: 'farm' });
    h.said('b', { kind: 'follow', jobId: 'mill' });
    h.said('b', { kind: 'meter', running: true });
    h.said('c', { kind: 'follow', jobId: 'farm' });
    expect(h.open).toEqual([]);
    h.said('b', { kind: 'meter', running: false });
    expect(h.open.map((s) => s.jobIds)).toEqual([['farm', 'mill']]);
    h.said('a', { kind: 'meter', running: true });
    // Out of sight it measures on; closed it does not.
    h.said('a', { kind: 'rest' });
    expect(h.open).toHaveLength(0);
    h.said('a', { kind: 'gone' });
    expect(h.open).toHaveLength(1);
    h.said('c', { kind: 'meter', running: true });
    h.wait(60_000);
    h.settle();
    expect(h.open).toHaveLength(0);
    h.wait(60_001);
    h.settle();
    expect(h.open).toHaveLength(1);
  });
});

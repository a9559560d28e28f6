import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import type { Access } from '../links/access';
import { planContext } from '../network/context';
import { plainFeed } from '../option/feeds';
import { mayStick } from './sticking';

const job = quillfeatherFarm();
const access = (id: string, kitId: string, levelDbm: number, downMbps = 50): Access =>
  ({
    unit: {
      id,
      letter: id.toUpperCase(),
      kitId,
      name: id,
      place: { storeyId: null, xM: 0, yM: 0, heightM: 1 },
      feed: plainFeed('wireless', 'a'),
      radios: {},
    },
    levelDbm,
    downMbps,
  }) as unknown as Access;
const under = (names: 'one' | 'two') =>
  planContext({ ...job, brief: { ...job.brief, policies: { ...job.brief.policies, names } } });

describe('where a device sticks', () => {
  test('two that hand devices over under one name let go; a router and an extender that do not keep them', () => {
    const one = under('one');
    expect(mayStick(one, access('b', 'mesh-dual', -55), access('a', 'mesh-dual', -60))).toBe(false);
    expect(mayStick(one, access('b', 'extender-dual', -55), access('a', 'provider-router', -60))).toBe(true);
    // An extender that roams lets go only where the router does as well.
    expect(mayStick(one, access('b', 'extender-ax', -55), access('a', 'mesh-dual', -60))).toBe(false);
    expect(mayStick(one, access('b', 'extender-ax', -55), access('a', 'provider-router', -60))).toBe(true);
    // Too weak, or far below the best: it looks for another by itself.
    expect(mayStick(one, access('b', 'extender-dual', -55), access('a', 'provider-router', -75))).toBe(false);
    expect(mayStick(one, access('b', 'extender-dual', -50), access('a', 'provider-router', -60))).toBe(false);
  });

  test('an extender with a name of its own is never left by itself, a mesh under two names is', () => {
    const two = under('two');
    expect(mayStick(two, access('b', 'extender-dual', -50), access('a', 'provider-router', -80))).toBe(true);
    expect(mayStick(two, access('b', 'extender-dual', -50), access('a', 'provider-router', -95, 0))).toBe(
      false,
    );
    expect(mayStick(two, access('b', 'mesh-dual', -55), access('a', 'mesh-dual', -60))).toBe(false);
  });
});

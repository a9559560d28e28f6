import { describe, expect, test } from '@jest/globals';
import { contextOf, gateway, option, place, unit } from '../../../testing/sampleHouse';
import { plainFeed } from '../../plan/option/feeds';
import { isOf } from '../search/atHand';
import { narrowerOf, POLICIES } from './policies';

const policy = (id: string) => POLICIES.find((p) => p.id === id)!;
const narrower = (id: string) => narrowerOf(policy(id)).map((p) => p.id);

describe('ways of working that contain others', () => {
  test('the free one contains all, replacing the router what also replaces it, air alone nothing', () => {
    expect(narrower('free').sort()).toEqual(
      POLICIES.map((p) => p.id)
        .filter((id) => id !== 'free')
        .sort(),
    );
    expect(narrower('replace').sort()).toEqual(['noDrilling', 'wireFirst', 'wirelessFirst']);
    expect(narrower('noDrilling')).toEqual(['wirelessFirst']);
    expect(narrower('wirelessFirst')).toEqual([]);
  });
  test('whatever the narrower allows the wider allows too', () => {
    const context = contextOf({ brief: { people: 3 } });
    const kinds = ['wireless', 'ethernet', 'coax', 'powerline', 'fibre'] as const;
    const networks = policy('free').kits.flatMap((kitId) =>
      kinds.map((kind) => option(gateway, unit('B', place(10), plainFeed(kind, 'a'), kitId))),
    );
    for (const wide of POLICIES)
      for (const narrow of narrowerOf(wide))
        for (const network of networks)
          if (isOf(context, narrow, network, [])) expect(isOf(context, wide, network, [])).toBe(true);
  });
});

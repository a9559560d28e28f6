import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '@/demo/farm';
import { kitById } from '@/core/kit/catalogue/catalogue';
import { withKit } from './changeKit';
import type { Option } from './schema';

const { site, plan } = quillfeatherFarm();
const option = plan.options[0]!;
const [a, b] = option.units as [Option['units'][0], Option['units'][0]];
const changed = (unitId: string, kitId: string, from = option) =>
  withKit(site, from, unitId, kitById(kitId)!).units.find((u) => u.id === unitId)!;

describe('the box of a unit changed where it stands', () => {
  test('letter, name, place, parent and a backhaul the new kit takes stay; radios are planned anew', () => {
    const next = changed(b.id, 'mesh-six');
    expect(next).toMatchObject({ letter: b.letter, name: b.name, place: b.place, feed: b.feed });
    expect([next.kitId, next.radios]).toEqual(['mesh-six', {}]);
    expect(withKit(site, option, b.id, kitById('mesh-six')!).units[0]).toBe(a);
  });
  test('a backhaul it does not take becomes one it does, from the same unit', () => {
    expect(b.feed.kind).toBe('wireless');
    const next = changed(b.id, 'coax-pair');
    expect(next.feed).toMatchObject({ kind: 'coax', parentId: a.id });
  });
  test('the one on the line stays on the line, and keeps only a role its new kit has', () => {
    const bridged = { ...option, units: option.units.map((u) => ({ ...u, role: 'bridge' as const })) };
    expect(changed(a.id, 'mesh-dual', bridged).feed).toEqual({ kind: 'line' });
    const roles = kitById('extender-dual')!.roles;
    expect(changed(b.id, 'extender-dual', bridged).role).toBe(
      roles.includes('bridge') ? 'bridge' : undefined,
    );
  });
});

import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { plainFeed } from '../plan/option/feeds';
import { portMap } from './portMap';

const job = quillfeatherFarm();
const [gateway, landing] = job.plan.options[0]!.units;

test('each port holds its uplink, what is fed from it over a wire, and devices on a lead', () => {
  const option = {
    ...job.plan.options[0]!,
    units: [
      gateway!,
      { ...landing!, feed: plainFeed('ethernet', gateway!.id) },
      { ...landing!, id: 'c', letter: 'C', feed: plainFeed('coax', gateway!.id) },
      { ...landing!, id: 'd', letter: 'D', feed: plainFeed('wireless', gateway!.id) },
    ],
    wiredSpots: [{ spotId: 'spot-4', unitId: landing!.id }],
  };
  expect(portMap(option, [], job.site.spots).map((r) => [r.unit.letter, r.ports, r.uses])).toEqual([
    ['A', 3, ['WAN: the line', 'B', 'C, over coax']],
    ['B', 3, ['uplink: A', '4 Attic study']],
    ['C', 3, ['uplink: coax adapter']],
    ['D', 3, []],
  ]);
});

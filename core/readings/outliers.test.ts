import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { spotIdOf } from '../evidence/rows';
import { learntContext } from './learn';
import { oddReadings } from './outliers';

const farm = quillfeatherFarm();

test('a reading the others contradict is named with its spot and a reason by its sign', () => {
  const off = (byDb: number) => {
    // Every level noted at the parlour by so much.
    const evidence = farm.evidence.map((r) =>
      r.kind === 'reading' && spotIdOf(r) === 'spot-3' && r.rssiDbm !== null
        ? { ...r, rssiDbm: Math.min(-20, r.rssiDbm + byDb) }
        : r,
    );
    const job = { ...farm, evidence };
    return oddReadings(learntContext(job).calibration!, job.site.spots, job.evidence);
  };
  expect(off(0)).toEqual([]);
  const atParlour = (byDb: number) => off(byDb).find((o) => o.spotId === 'spot-3')!;
  expect(atParlour(-38).words).toMatch(
    /^Spot 3 Parlour reads \d+ dB weaker than all others say: something unsurveyed/,
  );
  expect(atParlour(-38).offDb).toBeLessThan(-20);
  expect(atParlour(38).words).toMatch(/stronger than all others say: an opening is missing/);
});

test('a reading of a spot that is gone is still pointed out', () => {
  const [odd] = oddReadings({ outliers: [{ id: 'x', offDb: -20, sigmas: 4 }] }, [], []);
  expect(odd).toMatchObject({
    readingId: 'x',
    spotId: null,
    words: expect.stringMatching(/^A reading reads 20 dB/),
  });
});

import { expect, test } from '@jest/globals';
import { contextOf, gateway, NOTHING, option, parts, place, unit, words } from '../../../testing/sampleHouse';
import { diggingWords } from '../../evidence/agreed';
import { runSheet } from '../../fit/runSheet';
import { laidCables } from '../cost/cables';
import { workOf } from '../cost/work';
import { plainFeed } from '../option/feeds';
import { nearEndRunOf } from './bridgeEnd';

/** A house of three rooms, the gateway in the westmost, and the far end on a mast in the yard to the east. */
const far = unit('B', place(20, 2, null, 3), plainFeed('bridge', 'a'), 'bridge-pair');
const context = contextOf();

test('a bridge begins on the wall that faces its far end, over a cable from what feeds it', () => {
  const run = nearEndRunOf(context, option(gateway, far), far)!;
  // Out of the office and along the front to the east wall: one hole is less work than three.
  expect(run.walls).toBe(1);
  expect(run.outdoorM).toBeGreaterThan(8);
  expect(run.lengthM).toBeGreaterThan(10);
  expect(run.entries).toBe(1);
  expect(run.across).toBe(false);
  const near = { ...gateway, place: place(11, 2) };
  const short = nearEndRunOf(context, option(near, far), far)!;
  expect(short.walls).toBe(1);
  expect(short.lengthM).toBeLessThan(run.lengthM);
  // Outdoors already, a lead goes to it.
  const mast = { ...gateway, place: place(13, 2, null, 3) };
  expect(nearEndRunOf(context, option(mast, far), far)).toBeNull();
});
test('it is bought, worked, fitted and drawn as it lies, and is no trench', () => {
  const [long, short] = [option(gateway, far), option({ ...gateway, place: place(11, 2) }, far)];
  const min = (o: typeof long) => workOf(context, o, NOTHING).find((w) => w.key === 'place:b')!.handsMin;
  expect(min(long)).toBeGreaterThan(min(short));
  expect(parts(long)['Cat 6, outdoor cable']).toBeGreaterThan(parts(short)['Cat 6, outdoor cable']!);
  const cables = laidCables(context, long, NOTHING);
  expect(cables.map((c) => c.key)).toEqual(['bridge:b']);
  expect(diggingWords(context.brief, cables)).toBeNull();
  const step = runSheet(context, long, NOTHING).find((s) => s.key === 'place:b')!;
  expect(step.acts.map((a) => a.words).join(' ')).toContain('out to the near end');
  expect(step.cautions).toEqual(expect.arrayContaining(['drilling', 'outdoorCable']));
  const rented = contextOf({ brief: { allowed: { ...context.brief.allowed, rented: true } } });
  expect(runSheet(rented, long, NOTHING).find((s) => s.key === 'place:b')!.cautions).toContain('consent');
});
test('where no hole may be drilled it is said', () => {
  const allowed = { ...context.brief.allowed, drilling: false };
  expect(
    words(option(gateway, far), contextOf({ brief: { allowed } })).filter((w) =>
      w.startsWith('blocks: The near end of B'),
    ),
  ).toHaveLength(1);
});

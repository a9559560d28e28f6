import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { sampleStep } from '../../demo/sampleRows';
import { verdictsOf } from '../readings/spotVerdicts';
import { copyOf } from './copy';
import { writeJobFile } from './jobFile';
import { parseJobFile } from './parse';

const demo = quillfeatherFarm();
const farm = {
  ...demo,
  evidence: [...demo.evidence, sampleStep('boxes', 'done', demo.plan.options[0]!.id, '')],
};

test.each(['house', 'plan', 'everything'] as const)(
  'a copy with %s is a job that opens, and claims nothing',
  (takes) => {
    const copy = copyOf(farm, takes);
    expect(parseJobFile(writeJobFile(copy)).ok).toBe(true);
    expect(verdictsOf(copy.site, copy.evidence).filter((v) => v.gone || v.after)).toEqual([]);
    expect(copy.evidence.some((r) => r.kind === 'step' || r.kind === 'acceptance')).toBe(false);
    expect(copy.site).toEqual(farm.site);
    expect(copy.plan.options.length).toBe(takes === 'house' ? 0 : farm.plan.options.length);
  },
);

test('everything keeps what was read before, with its strike-outs', () => {
  const before = (rows: typeof farm.evidence) =>
    verdictsOf(farm.site, rows).map((v) => v.before?.downMbps ?? null);
  expect(before(copyOf(farm, 'everything').evidence)).toEqual(before(farm.evidence));
});

import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { learntContext } from '../../readings/learn';
import { evaluate, type Evaluation } from '../evaluate/evaluate';
import { noticeLines } from './noticeLines';

const farm = quillfeatherFarm();
const option = farm.plan.options[0]!;
const [a, b] = option.units.map((u) => u.id) as [string, string];
const QUIET: Evaluation['busyHour'] = {
  people: 3,
  evenings: 64,
  media: [],
  shortAtOnce: [],
  lineShort: { alone: [], evening: [] },
};
const check = (unitId: string | null, words: string) => ({ unitId, severity: 'check' as const, words });

test('notices of one cause stand in one line with every unit they are said of', () => {
  const notices = [
    check(a, 'A has a signal of −78 dBm to its uplink: a thin link.'),
    check(b, 'B has a signal of −81 dBm to its uplink: a thin link.'),
    check(b, 'B stands on the floor.'),
    check(null, 'The budget in the brief is zero.'),
  ];
  expect(noticeLines({ notices, busyHour: QUIET }, option)).toEqual([
    { severity: 'check', words: notices[0]!.words, unitIds: [a, b] },
    { severity: 'check', words: notices[2]!.words, unitIds: [b] },
    { severity: 'check', words: notices[3]!.words, unitIds: [] },
  ]);
});

test('what cannot work is never one with what is to be checked', () => {
  const notices = [check(a, 'A is too far.'), { ...check(b, 'B is too far.'), severity: 'blocks' as const }];
  expect(noticeLines({ notices, busyHour: QUIET }, option)).toHaveLength(2);
});

test('a channel that is full is said once with what mends it, with no percentage', () => {
  const medium = (unitId: string, full: number) => ({
    id: `${unitId}|2.4-1`,
    label: `2.4 GHz, channel 1 at ${unitId}`,
    share: 0.7,
    limit: 0.7,
    full,
  });
  const line = { id: 'line:up', label: 'the line, up', share: 0.9, limit: 0.95, full: 0.12 };
  const busyHour = { ...QUIET, media: [medium(b, 1), medium(a, 0.5), { ...line }, medium('x', 0)] };
  const lines = noticeLines({ notices: [], busyHour }, option);
  expect(lines.map((l) => l.words)).toEqual([
    `At the busy hour 2.4 GHz, channel 1 at ${b} is full in 10 of 10 evenings: a cable, another place or another channel mends it.`,
    'At the busy hour the line, up is full in 1 of 10 evenings: only a faster line mends it.',
  ]);
  expect(lines.map((l) => l.unitIds)).toEqual([[b], []]);
});

test('on the farm each line leads to units that are there', () => {
  const { context } = learntContext(farm);
  const lines = noticeLines(evaluate(context, option, farm.plan.today), option);
  expect(lines.map((l) => l.unitIds)).toContainEqual([b]);
  expect(lines.find((l) => l.words.startsWith('At the busy hour'))!.unitIds).toEqual([b]);
  for (const { unitIds } of lines) for (const id of unitIds) expect([a, b]).toContain(id);
});

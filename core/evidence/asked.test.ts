import { expect, test } from '@jest/globals';
import { askedAbout, askedAtSpots, saidToBeRight } from './asked';
import { askedReason } from './askedReason';
import { evidenceOf } from './fold';
import { evidenceRow, type EvidenceRow, type RowOf } from './rows';

const at = '2026-01-01T00:00:00Z';
const reading = {
  kind: 'reading',
  id: 'r',
  stateId: 's',
  subject: { kind: 'line' },
} as unknown as EvidenceRow;
const correction = (id: string, act: RowOf<'correction'>['act'], reason: string): EvidenceRow =>
  evidenceRow.parse({ kind: 'correction', id, at, by: '', readingId: 'r', act, reason });

test('a run that is hard to believe is kept, does not count, and is asked about until somebody answers', () => {
  const asked = correction('c1', 'setAside', askedReason(['Down 9999 Mb/s is more than the line gives.']));
  const rows = [reading, asked];
  expect(askedAbout(rows).get('r')).toBe('Down 9999 Mb/s is more than the line gives.');
  expect(evidenceOf(rows).readings.map((r) => r.id)).toEqual(['r']);
  expect(evidenceOf(rows).struck.has('r')).toBe(true);
  const right = [...rows, correction('c2', 'takeBack', 'it is right')];
  expect(askedAbout(right).size).toBe(0);
  expect(evidenceOf(right).struck.has('r')).toBe(false);
  // What was asked stays known beside the verdict that rests on it, until the run is set aside after all.
  expect(saidToBeRight(rows).size).toBe(0);
  expect([...saidToBeRight(right)]).toEqual([['r', 'Down 9999 Mb/s is more than the line gives.']]);
  expect(saidToBeRight([...right, correction('c4', 'setAside', 'after all')]).size).toBe(0);
  // A slip stays set aside and is asked about no longer; what is set aside by hand never was.
  const slip = [...rows, correction('c3', 'setAside', 'a slip of the hand')];
  expect(askedAbout(slip).size).toBe(0);
  expect(evidenceOf(slip).struck.has('r')).toBe(true);
});

test('words of any length fit into the row', () => {
  const words = Array.from({ length: 12 }, (_, i) => `Doubt number ${i} about this run in many words.`);
  expect(() => correction('c', 'setAside', askedReason(words))).not.toThrow();
});

test('runs that wait for an answer are counted at their spots, in their phase', () => {
  const state = { kind: 'state', id: 's', phase: 'before' } as unknown as EvidenceRow;
  const at = { ...reading, subject: { kind: 'spot', spotId: 'desk' } } as unknown as EvidenceRow;
  const rows = [state, at, correction('c', 'setAside', askedReason(['Odd.']))];
  expect([...askedAtSpots(rows, 'before')]).toEqual([['desk', 1]]);
  expect(askedAtSpots(rows, 'after').size).toBe(0);
  expect(askedAtSpots([...rows, correction('d', 'takeBack', 'it is right')], 'before').size).toBe(0);
});

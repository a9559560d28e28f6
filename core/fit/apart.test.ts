import { describe, expect, test } from '@jest/globals';
import { contextOf, gateway, option, place, unit } from '../../testing/sampleHouse';
import { sampleIsolation } from '../../demo/sampleRows';
import type { EvidenceRow } from '../evidence/rows';
import { isolated } from '../evidence/isolation';
import { plainFeed } from '../plan/option/feeds';
import { workOf } from '../plan/cost/work';
import { runSheet } from './runSheet';
import { settledBy } from './settled';

const network = option(gateway, unit('B', place(8), plainFeed('ethernet', 'a')));
const context = contextOf({});
const wanted = { ...context, brief: { ...context.brief, apart: ['guest' as const, 'children' as const] } };
const row = sampleIsolation;

describe('a network that is apart', () => {
  test('is shown by what is reached and what is not; what reaches nothing anywhere shows nothing', () => {
    const of = (more: Record<string, unknown>) => isolated(row(more));
    expect(of({})).toBe('apart');
    expect(of({ houseFromApart: true })).toBe('notApart');
    for (const missing of ['mainBefore', 'mainAfter', 'internetFromApart'])
      expect(of({ [missing]: false })).toBe('notShown');
  });
  test('is a step with its minutes where it is wanted, and ticked by what was shown last', () => {
    const steps = runSheet(wanted, network);
    expect(steps.filter((s) => s.key.startsWith('apart:')).map((s) => s.key)).toEqual([
      'apart:guest',
      'apart:children',
    ]);
    expect(runSheet(context, network).some((s) => s.key.startsWith('apart:'))).toBe(false);
    const minutes = (of: typeof context) => workOf(of, network).reduce((sum, w) => sum + w.handsMin, 0);
    expect(minutes(wanted)).toBeGreaterThan(minutes(context) + 10);
    const said = (rows: EvidenceRow[], key = 'apart:guest') =>
      settledBy(steps, wanted.brief, network, rows, []).get(key);
    expect(said([])).toBeUndefined();
    expect(said([row()])).toMatchObject({ isDone: true });
    expect(said([row()], 'apart:children')).toBeUndefined();
    expect(said([row(), row({ id: 'later-row', houseFromApart: true })])).toMatchObject({
      isDone: false,
      lacks: expect.stringContaining('Not apart'),
    });
    expect(said([row({ internetFromApart: false })])).toMatchObject({
      lacks: expect.stringContaining('Not shown'),
    });
  });
});

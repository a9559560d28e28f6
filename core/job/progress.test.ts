import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { runSheet } from '../fit/runSheet';
import { planContext } from '../plan/network/context';
import { predictOption } from '../plan/predict/predict';
import { ticksOf } from '../evidence/fold';
import { sampleStep } from '../../demo/sampleRows';
import { spotIdOf, type RowOf } from '../evidence/rows';
import { verdictsOf } from '../readings/spotVerdicts';
import { emptyBrief } from '../brief/brief';
import { progressOf } from './progress';

const farm = quillfeatherFarm();
const context = planContext(farm);
const option = farm.plan.options[0]!;
const steps = runSheet(context, option);
const predictions = new Map(predictOption(context, option).map((p) => [p.spotId, p]));
const job = {
  brief: farm.brief,
  buildings: farm.site.buildings.length,
  spots: farm.site.spots.length,
  option,
  evidence: farm.evidence,
};
const event = (stepKey: string, act: RowOf<'step'>['act'], optionId = option.id) =>
  sampleStep(stepKey, act, optionId);

describe('steps ticked', () => {
  test('the newest event of a step decides, per option', () => {
    const stepEvents = [
      event('a', 'done'),
      event('b', 'done'),
      event('a', 'undone'),
      event('c', 'done', 'other'),
    ];
    expect([...ticksOf(stepEvents, option.id).keys()]).toEqual(['b']);
    const again = [...stepEvents, event('a', 'done'), event('d', 'note'), event('d', 'serial')];
    expect([...ticksOf(again, option.id).keys()].sort()).toEqual(['a', 'b']);
  });
});

describe('how far a job has come', () => {
  test('before anything is computed nothing is said of what shows it', () => {
    const early = progressOf(job, null);
    expect(early.survey).toEqual({ done: true, outstanding: '' });
    for (const stop of ['before', 'plan', 'fit', 'after', 'handover'] as const)
      expect(early[stop]).toEqual({ done: false, outstanding: '' });
  });
  test('an empty job says at each stop what comes next', () => {
    const nothing = progressOf(
      { brief: emptyBrief(), buildings: 0, spots: 0, option: null, evidence: [] },
      { verdicts: [], predictions: new Map(), steps: [] },
    );
    expect(Object.values(nothing).every((p) => !p.done)).toBe(true);
    expect(nothing.brief.outstanding).toBe('no customer yet');
    expect(nothing.survey.outstanding).toBe('no building');
    expect(nothing.plan.outstanding).toBe('no units');
    expect(nothing.fit.outstanding).toBe('no plan');
  });
  test('the farm has been read, and its plan leaves spots unserved', () => {
    const progress = progressOf(job, { verdicts: verdictsOf(farm.site, farm.evidence), predictions, steps });
    expect(progress.before).toEqual({ done: true, outstanding: '' });
    const unserved = [...predictions.values()].filter((p) => p.verdict !== 'works').length;
    expect(progress.plan.outstanding).toBe(`${unserved} unserved`);
    expect(progress.fit.outstanding).toBe(`${steps.length} steps`);
    expect(progress.after.outstanding).toBe('5 not gone');
    expect(progress.handover.outstanding).toBe('after proof');
  });
  test('a ticked step is one less, the last one is said as one, and none is done', () => {
    const all = steps.map((s) => event(s.key, 'done'));
    const at = (ticked: RowOf<'step'>[]) =>
      progressOf({ ...job, evidence: [...job.evidence, ...ticked] }, { verdicts: [], predictions, steps })
        .fit;
    expect(at(all.slice(1)).outstanding).toBe('1 step');
    expect(at(all)).toEqual({ done: true, outstanding: '' });
  });
  test('a spot without runs before is to be read', () => {
    const rows = farm.evidence.filter((r) => r.kind !== 'reading' || spotIdOf(r) !== 'spot-3');
    const verdicts = verdictsOf(farm.site, rows);
    expect(progressOf(job, { verdicts, predictions, steps }).before.outstanding).toBe('1 to read');
  });
});

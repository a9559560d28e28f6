import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { runSheet } from '../fit/runSheet';
import { planContext } from '../plan/evaluate/context';
import { predictOption } from '../plan/evaluate/predict';
import { emptyPlan } from '../plan/option/schema';
import { emptyEvidence, type StepEvent } from '../evidence/schema';
import { verdictsOf } from '../readings/verdict';
import { emptyBrief } from '../brief/brief';
import { doneSteps, progressOf } from './progress';

const farm = quillfeatherFarm();
const context = planContext(farm);
const option = farm.plan.options[0]!;
const steps = runSheet(context, option);
const predictions = new Map(predictOption(context, option).map((p) => [p.spotId, p]));
const job = {
  brief: farm.brief,
  buildings: farm.site.buildings.length,
  spots: farm.site.spots.length,
  plan: farm.plan,
  evidence: farm.evidence,
};
const event = (stepKey: string, kind: StepEvent['kind'], optionId = option.id): StepEvent => ({
  id: `${stepKey}-${kind}-${optionId}`,
  optionId,
  stepKey,
  kind,
  text: '',
  at: '2026-06-03T10:00:00Z',
});

describe('steps ticked', () => {
  test('the newest event of a step decides, per option', () => {
    const stepEvents = [
      event('a', 'done'),
      event('b', 'done'),
      event('a', 'undone'),
      event('c', 'done', 'other'),
    ];
    expect([...doneSteps({ ...emptyEvidence(), stepEvents }, option.id)]).toEqual(['b']);
    const again = [...stepEvents, event('a', 'done'), event('d', 'note'), event('d', 'serial')];
    expect([...doneSteps({ ...emptyEvidence(), stepEvents: again }, option.id)].sort()).toEqual(['a', 'b']);
  });
});

describe('how far a job has come', () => {
  test('an empty job says at each stop what comes next', () => {
    const nothing = progressOf(
      { brief: emptyBrief(), buildings: 0, spots: 0, plan: emptyPlan(), evidence: emptyEvidence() },
      [],
      new Map(),
      [],
    );
    expect(Object.values(nothing).every((p) => !p.done)).toBe(true);
    expect(nothing.brief.outstanding).toBe('no customer yet');
    expect(nothing.survey.outstanding).toBe('no building');
    expect(nothing.plan.outstanding).toBe('no units');
    expect(nothing.fit.outstanding).toBe('no plan');
  });
  test('the farm has been read, and its plan leaves spots unserved', () => {
    const progress = progressOf(job, verdictsOf(farm.site, farm.evidence), predictions, steps);
    expect(progress.before).toEqual({ done: true, outstanding: '' });
    const unserved = [...predictions.values()].filter((p) => p.verdict !== 'serves').length;
    expect(progress.plan.outstanding).toBe(`${unserved} unserved`);
    expect(progress.fit.outstanding).toBe(`${steps.length} steps`);
    expect(progress.after.outstanding).toBe('5 not gone');
    expect(progress.handover.outstanding).toBe('after proof');
  });
  test('a ticked step is one less, the last one is said as one, and none is done', () => {
    const all = steps.map((s) => event(s.key, 'done'));
    const at = (stepEvents: StepEvent[]) =>
      progressOf({ ...job, evidence: { ...job.evidence, stepEvents } }, [], predictions, steps).fit;
    expect(at(all.slice(1)).outstanding).toBe('1 step');
    expect(at(all)).toEqual({ done: true, outstanding: '' });
  });
  test('a spot without runs before is to be read', () => {
    const readings = farm.evidence.readings.filter((r) => r.spotId !== 'spot-3');
    const verdicts = verdictsOf(farm.site, { ...farm.evidence, readings });
    expect(progressOf(job, verdicts, predictions, steps).before.outstanding).toBe('1 to read');
  });
});

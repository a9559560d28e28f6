import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { planContext } from '../plan/network/context';
import { deviceLines, missingDevices, offlineBudget } from './devices';
import { runSheet } from './runSheet';

const job = quillfeatherFarm();
const withKey = (key: 'keep' | 'new') => ({ ...job.brief, policies: { ...job.brief.policies, key } });

describe('devices, one by one', () => {
  test('those that matter come first, then those with a trick; with the old name and key they come by themselves', () => {
    expect(deviceLines(job.brief).map((d) => d.name)).toEqual([
      'Milk scale',
      'Printer in the hall',
      'Goat camera',
    ]);
    const [scale] = deviceLines(withKey('new'));
    expect(scale!.words.join(' ')).toContain('2.4 GHz alone');
    expect(deviceLines(withKey('keep'))[2]!.words.join(' ')).toContain('comes by itself');
  });

  test('what matters is without network for less of the day than the rest, and least of all with the old key', () => {
    const budget = (key: 'keep' | 'new') => {
      const brief = withKey(key);
      const context = planContext({ ...job, brief });
      return offlineBudget(runSheet(context, job.plan.options[1]!, job.plan.today), brief);
    };
    const [kept, anew] = [budget('keep'), budget('new')];
    expect(anew.mattersMin).toBeGreaterThan(0);
    expect(anew.mattersMin).toBeLessThan(anew.othersMin);
    expect(kept.othersMin).toBeLessThan(anew.mattersMin);
    // Nothing is taken out: nothing is without network.
    const context = planContext(job);
    expect(offlineBudget(runSheet(context, job.plan.today, job.plan.today), job.brief)).toEqual({
      mattersMin: 0,
      othersMin: 0,
    });
  });

  test('one that was ticked and then not is missing again', () => {
    const joined = new Map([
      ['dv-1', { joined: true }],
      ['dv-2', { joined: false }],
    ]);
    expect(missingDevices(job.brief, joined).map((d) => d.id)).toEqual(['dv-2', 'dv-3']);
  });
});

import { beforeEach, describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '@/demo/farm';
import type { Thing } from '@/core/site/edit/things';
import { createJobStore, thingsSelected, type JobStore } from './store';

let store: JobStore;
const { pictures, ...job } = quillfeatherFarm();
beforeEach(() => {
  expect(pictures).toEqual([]);
  store = createJobStore({ id: 'farm', archived: false, job, revisions: { brief: 1, site: 1, plan: 1 } });
});
const state = () => store.getState();
const rename = (name: string) => state().setBrief((b) => ({ ...b, customer: name }));
const undo = (steps = 1) => store.temporal.getState().undo(steps);
const redo = (steps = 1) => store.temporal.getState().redo(steps);

describe('undo and redo', () => {
  test('go back and forth over all three documents, step by step', () => {
    const { site, plan } = state();
    rename('One');
    state().setSite((s) => ({ ...s, rooms: [] }));
    state().setPlan((p) => ({ ...p, options: [] }));
    undo();
    expect(state().plan).toBe(plan);
    undo();
    expect(state().site).toBe(site);
    expect(state().brief.customer).toBe('One');
    undo();
    expect(state().brief.customer).toBe('The Quillfeathers');
    redo(3);
    expect([state().brief.customer, state().site.rooms, state().plan.options]).toEqual(['One', [], []]);
  });
  test('have no limit that a day of drawing would meet', () => {
    for (let i = 1; i <= 1500; i++) rename(`Step ${i}`);
    undo(1500);
    expect(state().brief.customer).toBe('The Quillfeathers');
    redo(1500);
    expect(state().brief.customer).toBe('Step 1500');
  });
  test('never touch evidence, and a change that changes nothing is no step', () => {
    const before = store.temporal.getState().pastStates.length;
    state().select({ kind: 'spot', id: 'spot-1' });
    state().setSite((s) => s);
    expect(store.temporal.getState().pastStates).toHaveLength(before);
    const readings = state().evidence.readings.length;
    state().addEvidence({ voided: [{ readingId: 'x', reason: 'typo', at: '2026-06-03T09:20:00Z' }] });
    rename('Two');
    undo();
    expect(state().evidence.readings).toHaveLength(readings);
    expect(state().evidence.voided).toHaveLength(1);
  });
  test('a new change after undo drops what was ahead', () => {
    rename('One');
    undo();
    rename('Other');
    redo();
    expect(state().brief.customer).toBe('Other');
  });
});

describe('what is selected', () => {
  const wall: Thing = { kind: 'wall', id: 'fg-1' };
  const spot: Thing = { kind: 'spot', id: 'spot-1' };
  const outlet: Thing = { kind: 'outlet', id: 'out-1' };
  test('one at a time, several with Shift, and each once', () => {
    state().select(wall);
    state().selectAlso(spot);
    state().selectAlso(outlet);
    expect(thingsSelected(state())).toEqual([wall, spot, outlet]);
    state().selectAlso(wall);
    expect(thingsSelected(state())).toEqual([spot, outlet]);
    state().select(spot);
    expect(thingsSelected(state())).toEqual([spot]);
    state().selectAlso(spot);
    expect(thingsSelected(state())).toEqual([]);
  });
  test('a unit of the network is no thing of the survey', () => {
    state().select({ kind: 'unit', id: 'a' });
    expect(thingsSelected(state())).toEqual([]);
    state().selectAll([wall, spot]);
    expect(thingsSelected(state())).toEqual([wall, spot]);
    state().selectAll([]);
    expect(state().selected).toBeNull();
  });
});

test('an option is changed in its place: the chosen one, else the first', () => {
  state().setOption((o) => ({ ...o, name: 'Changed' }));
  expect(state().plan.options.map((o) => o.name)).toEqual(['Changed', 'And one in the parlour']);
  state().setPlan((p) => ({ ...p, chosenId: null }));
  state().setOption((o) => ({ ...o, name: 'First' }));
  expect(state().plan.options[0]!.name).toBe('First');
});

test('a job opens on its first storey, one without buildings on none', () => {
  expect(state().storeyId).toBe('f-ground');
  const bare = createJobStore({
    id: 'n',
    archived: false,
    job: { ...job, site: { ...job.site, buildings: [] } },
    revisions: { brief: 1, site: 1, plan: 1 },
  });
  expect(bare.getState().storeyId).toBeNull();
});

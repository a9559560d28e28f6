import { beforeEach, describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '@/demo/farm';
import type { Thing } from '@/core/site/edit/things';
import { sampleAcceptance, sampleStrike } from '@/demo/sampleRows';
import { deleteSpot } from '@/core/site/edit/plot';
import { createJobStore, shownOption, type JobStore } from './store';
import { thingsSelected } from './selection';

let store: JobStore;
const { pictures, ...job } = quillfeatherFarm();
beforeEach(() => {
  expect(pictures).toEqual([]);
  store = createJobStore({ id: 'farm', archived: false, job, revisions: { brief: 1, site: 1, plan: 1 } });
});
const state = () => store.getState();
const rename = (name: string) => state().setBrief((b) => ({ ...b, customer: name }));
const undo = (steps = 1) => {
  for (let i = 0; i < steps; i++) state().undo();
};
const redo = (steps = 1) => {
  for (let i = 0; i < steps; i++) state().redo();
};

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
  test('never take evidence away, and a change that changes nothing is no step', () => {
    const before = state().history.past.length;
    state().select({ kind: 'spot', id: 'spot-1' });
    state().setSite((s) => s);
    expect(state().history.past).toHaveLength(before);
    const rows = state().evidence.length;
    state().addRows([{ ...sampleStrike('x'), received: { number: 10_000, at: '2026-06-03T09:20:00Z' } }]);
    rename('Two');
    undo();
    expect(state().evidence).toHaveLength(rows + 1);
  });
  test('a reading just taken is an act like any other', () => {
    rename('One');
    state().rememberReadings({ did: 'take', ids: ['r-1'], words: 'a reading' });
    expect(state().undo()).toMatchObject({ kind: 'readings', ids: ['r-1'] });
    expect(state().brief.customer).toBe('One');
    expect(state().redo()).toMatchObject({ kind: 'readings' });
    undo(2);
    expect(state().brief.customer).toBe('The Quillfeathers');
  });
  test('typing in one field, and one drag, are one act; the next stay in the field is another', () => {
    state().beginStep('field 1');
    for (const name of ['A', 'An', 'Ann']) rename(name);
    state().endStep();
    state().beginStep('field 2');
    rename('Anna');
    state().endStep();
    expect(state().history.past).toHaveLength(2);
    undo();
    expect(state().brief.customer).toBe('Ann');
    undo();
    expect(state().brief.customer).toBe('The Quillfeathers');
    redo(2);
    expect(state().brief.customer).toBe('Anna');
  });
  test('take back one’s own change and nobody else’s', () => {
    rename('Mine');
    state().receive('brief', { ...state().brief, address: 'Theirs, 1' });
    undo();
    expect(state().brief).toMatchObject({ customer: 'The Quillfeathers', address: 'Theirs, 1' });
    redo();
    expect(state().brief).toMatchObject({ customer: 'Mine', address: 'Theirs, 1' });
    // Where somebody else has changed the very same thing since, theirs stands.
    state().receive('brief', { ...state().brief, customer: 'Theirs' });
    undo();
    expect(state().brief.customer).toBe('Theirs');
  });
  test('deleting a spot that is wired is one act over survey and plan, and so is taking it back', () => {
    state().setOption((o) => ({ ...o, wiredSpots: [{ spotId: 'spot-4', unitId: 'b' }] }));
    const { site, plan } = state();
    state().setSite((s) => deleteSpot(s, 'spot-4'));
    expect(state().plan.options[0]!.wiredSpots).toEqual([]);
    undo();
    expect(state().site).toBe(site);
    expect(state().plan).toBe(plan);
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

test('an option is changed in its place: the one looked at, else the accepted one, else the first', () => {
  state().setOption((o) => ({ ...o, name: 'Changed' }));
  expect(state().plan.options.map((o) => o.name)).toEqual(['Changed', 'And one in the parlour']);
  state().set({ shownId: 'opt-air' });
  state().setOption((o) => ({ ...o, name: 'Second' }));
  expect(state().plan.options.map((o) => o.name)).toEqual(['Changed', 'Second']);
  state().addRows([
    {
      ...sampleAcceptance({ id: 'opt-air', name: 'x' }),
      received: { number: 10_001, at: '2026-06-03T09:20:00Z' },
    },
  ]);
  state().set({ shownId: null });
  expect(shownOption(state())!.id).toBe('opt-air');
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

import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { sampleStep } from '../../demo/sampleRows';
import type { EvidenceRow } from '../evidence/rows';
import type { SpotVerdict } from '../readings/spotVerdicts';
import { planContext } from '../plan/network/context';
import { runSheet } from './runSheet';
import { settledBy } from './settled';
import { step } from './step';

const job = quillfeatherFarm();
const [option] = job.plan.options;
const steps = [
  step('read', 'Read', 10),
  step('devices', 'Devices', 4),
  step('join:b', 'Join', 7, { serialOf: ['b'] }),
  step('names', 'Names', 3),
];
const read = (runs: number) =>
  [1, 2, 3, 4, 5].map(
    (number) => ({ number, name: `Spot ${number}`, after: runs > 0 ? { runs } : null }) as SpotVerdict,
  );
const device = (deviceId: string, joined: boolean, at = '2026-06-10T12:00:00Z'): EvidenceRow => ({
  kind: 'device',
  id: `d-${deviceId}-${at.slice(11, 13)}`,
  at,
  by: '',
  deviceId,
  joined,
  note: '',
});
const of = (rows: readonly EvidenceRow[], verdicts: readonly SpotVerdict[]) =>
  settledBy(steps, job.brief, option!, rows, verdicts);

test('the old router’s sheet: what is open is named, and stands among the acts until nobody wants it', () => {
  const sheet = [
    { id: 'ol1', kind: 'vlan' as const, text: '7', became: 'set' as const },
    { id: 'ol2', kind: 'port' as const, text: '8443 to the camera box', became: 'open' as const },
    { id: 'ol3', kind: 'range' as const, text: '192.168.2.x', became: 'dropped' as const },
  ];
  const brief = { ...job.brief, oldRouter: { ...job.brief.oldRouter, sheet } };
  const old = [step('old', 'Old', 10)];
  expect(settledBy(old, brief, option!, [], []).get('old')).toEqual({
    isDone: false,
    lacks: 'Of the old router’s sheet is open: Forwarded port: 8443 to the camera box.',
  });
  const told = runSheet(planContext({ ...job, brief }), option!, job.plan.today)
    .find((s) => s.key === 'old')!
    .acts.map((a) => a.words);
  expect(told).toEqual(
    expect.arrayContaining(['VLAN of the line: 7.', 'Forwarded port: 8443 to the camera box.']),
  );
  expect(told.join()).not.toContain('192.168.2.x');
  const closed = sheet.map((l) => ({ ...l, became: 'set' as const }));
  const done = { ...brief, oldRouter: { ...brief.oldRouter, sheet: closed } };
  expect(settledBy(old, done, option!, [], []).has('old')).toBe(false);
});

test('After that lacks runs says at which spots, and no step is settled by nothing', () => {
  const said = of([], read(0));
  expect(said.get('read')).toEqual({
    isDone: false,
    lacks: 'After lacks runs at 1 Spot 1, 2 Spot 2, 3 Spot 3 and 2 more.',
  });
  expect(said.get('join:b')).toEqual({ isDone: false, lacks: 'No serial is noted for B.' });
  expect(said.has('names')).toBe(false);
  // Full, and yet nothing was read of the network as built: it is not done.
  expect(of([], read(3)).get('read')).toBeUndefined();
});

test('a serial that is noted is lacking no more, and devices are done once each is back', () => {
  const some = [device('dv-2', true)];
  expect(of(some, []).get('devices')).toEqual({
    isDone: false,
    lacks: 'Not on the network yet: Printer in the hall.',
  });
  const all = [...some, device('dv-3', true, '2026-06-10T12:30:00Z')];
  expect(of(all, []).get('devices')).toEqual({
    isDone: true,
    at: '2026-06-10T12:30:00Z',
    why: 'Every device is on the network.',
  });
  expect(of([...all, device('dv-2', false, '2026-06-10T13:00:00Z')], []).get('devices')).toMatchObject({
    isDone: false,
  });
  expect(of([sampleStep('join:b', 'serial', option!.id, 'X1')], []).has('join:b')).toBe(false);
});

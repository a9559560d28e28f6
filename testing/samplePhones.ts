import { createPlanner } from '../core/job/planner';
import type { Db } from '../db/connection';
import type { KnownPhone } from '../server/access/phones';
import { walkView } from '../server/walk/view';
import { opened } from './sampleJobs';

/** A phone that was let in, for the walk alone unless said otherwise. */
export const samplePhone = (jobId: string, scope: KnownPhone['scope'] = 'walk'): KnownPhone => ({
  id: 'p',
  jobId,
  scope,
  caller: { name: 'Mia', rights: new Set(['record'] as const) },
  hosts: [],
});

/** What such a phone sees of a job. */
export const walkViewOf = (
  db: Db,
  job: string,
  scope: KnownPhone['scope'] = 'walk',
  phase: 'before' | 'after' | null = null,
) => {
  const open = opened(job, db);
  return walkView(open, createPlanner(open.job), { phone: 'Mia', scope, phase });
};

/** A run that a phone has taken at the first spot, with whatever else is said of it. */
export const phoneReading = (id: string, more: Record<string, unknown> = {}) => ({
  kind: 'reading',
  id,
  at: '2026-06-03T10:00:00.000Z',
  subject: { kind: 'spot', spotId: 'spot-1' },
  target: 'house',
  device: 'phone',
  deviceName: 'phone',
  band: 'free',
  bandSeen: null,
  connected: true,
  rssiDbm: null,
  downMbps: 40,
  upMbps: 12,
  loadedMs: 30,
  idleMs: 6,
  source: 'meter',
  replacesId: null,
  note: '',
  ...more,
});

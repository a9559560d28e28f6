import type { Reading } from './schema';

let count = 0;

/** A good reading by phone, for tests, with whatever the test changes. */
export function sampleReading(values: Partial<Reading>): Reading {
  return {
    id: `r${++count}`,
    spotId: 's',
    stateId: 'b',
    target: 'internet',
    device: 'phone',
    deviceName: '',
    band: 'free',
    bandSeen: '5',
    connected: true,
    rssiDbm: -60,
    downMbps: 50,
    upMbps: 20,
    loadedMs: 40,
    idleMs: 10,
    takenAt: '2026-01-01T00:00:00Z',
    note: '',
    ...values,
  };
}

import { seeded } from '@/meter/practice/random';
import { normalQuantile } from '@/core/stats/normalDraws';
import { predictOption } from '@/core/plan/predict/predict';
import type { PlanContext } from '@/core/plan/network/context';
import type { Option } from '@/core/plan/option/schema';
import type { EvidenceRow, Reading, StateRow } from '@/core/evidence/rows';
import type { Prediction } from '@/core/plan/predict/prediction';

const round = (v: number, digits: number) => Number(v.toFixed(digits));

/**
 * Readings as an installer would have taken them in a network that behaves like the model: each run scatters by some
 * percent around the prediction, levels by 2 dB. For tests alone: the demo's readings come from its practice house.
 */
export function simulateReadings(
  context: PlanContext,
  option: Option,
  state: StateRow,
  seed: number,
  /** How much weaker than the catalogue the units of this network really are, dB: what a calibration has to find out. */
  weakerDb: number,
  runs = 3,
): EvidenceRow[] {
  const random = seeded(seed);
  const normal = () => normalQuantile(0.001 + 0.998 * random());
  const start = Date.parse(state.at);
  let count = 0;
  const stamp = () => new Date(start + 45_000 * ++count).toISOString();
  const jitter = (value: number, share: number) => Math.max(0, value * (1 + share * normal()));
  const { line } = context;
  const base = {
    kind: 'reading',
    by: '',
    stateId: state.id,
    target: 'internet',
    source: 'typed',
    replacesId: null,
    note: '',
  } as const;
  const readings: Reading[] = [];
  for (let i = 0; i < runs; i++) {
    readings.push({
      ...base,
      id: `${state.id}-line-${i + 1}`,
      subject: { kind: 'line' },
      device: 'wired',
      deviceName: 'wired laptop',
      band: 'free',
      bandSeen: null,
      connected: true,
      rssiDbm: null,
      downMbps: round(jitter(line.downMbps * 0.97, 0.01), 0),
      upMbps: round(jitter(line.upMbps * 0.98, 0.01), 0),
      idleMs: round(jitter(line.idleMs, 0.05), 0),
      loadedMs: round(jitter(line.idleMs + 18, 0.08), 0),
      at: stamp(),
    });
  }
  const at = (p: Prediction, i: number): Reading => {
    const spot = context.site.spots.find((s) => s.id === p.spotId)!;
    const connected = p.downMbps > 0.05 && p.upMbps > 0.05;
    return {
      ...base,
      id: `${state.id}-${p.number}-${i + 1}`,
      subject: { kind: 'spot', spotId: p.spotId },
      device: spot.client,
      deviceName: spot.deviceName,
      band: 'free',
      bandSeen: connected ? p.band : null,
      connected,
      rssiDbm: p.rssiDbm === null || p.rssiDbm < -95 ? null : round(p.rssiDbm + 2 * normal(), 0),
      downMbps: connected ? round(jitter(p.downMbps, 0.06), 1) : null,
      upMbps: connected ? round(jitter(p.upMbps, 0.06), 1) : null,
      idleMs: connected ? round(jitter(line.idleMs + 3, 0.1), 0) : null,
      loadedMs: connected ? round(jitter(line.idleMs + 26, 0.1), 0) : null,
      at: stamp(),
    };
  };
  const world: PlanContext = { ...context, beliefs: { ...context.beliefs, shiftDb: () => -weakerDb } };
  for (const p of predictOption(world, option)) for (let i = 0; i < runs; i++) readings.push(at(p, i));
  return [state, ...readings];
}

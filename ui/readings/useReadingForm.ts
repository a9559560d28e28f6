import { useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import { evidenceOf } from '@/core/evidence/fold';
import type { Phase } from '@/core/evidence/rows';
import type { Prediction } from '@/core/plan/predict/prediction';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { doubtsOf, isComplainedOf, type KnownThere } from '@/core/readings/doubts';
import { expectedOf } from '@/core/readings/expected';
import type { ClientTypeId, Spot } from '@/core/site/model/schema';
import { useDerived } from '@/ui/job/derived';
import { newId } from '@/ui/job/newId';
import { useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import type { Wrong } from './RunBox';
import { NOTHING_TYPED, runTyped, type RunTaken, type TypedRun } from './typedRun';

/** Where readings are taken: at a spot, or by cable at the gateway (`spot` null), of a network. */
export interface ReadingPlace {
  spot: Spot | null;
  phase: Phase;
  /** The network as it stands, which the reading hangs on. */
  network: Built;
  /** What has to be recorded first, such as that the option was accepted; answers what went wrong, or null. */
  before?: () => Promise<string | null>;
}

/** What is typed of a run, what is wrong about it, and how it is recorded; what is hard to believe is kept and asked about. */
export function useReadingForm({ spot, phase, network, before }: ReadingPlace, onRecorded: () => void) {
  const record = useRecord();
  const store = useJobStore();
  const { derived, predictionsToday } = useDerived();
  const [typed, setTyped] = useState<TypedRun>(NOTHING_TYPED);
  const [taken, setTaken] = useState<RunTaken>({
    device: spot?.client ?? 'laptop',
    band: 'free',
    target: 'internet',
  });
  const [wrong, setWrong] = useState<Wrong | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  // What this form was filled in for: the same again after a lost answer is the same run, and stores nothing twice.
  const filled = useRef<{ values: string; id: string; at: string } | null>(null);

  /** What is known where this run is entered. */
  function knownThere(device: ClientTypeId): KnownThere {
    const { brief, evidence } = store.getState();
    const test = derived?.lines[phase];
    // The wired test itself is held against the contract.
    const measured = spot !== null && typeof test?.downMbps === 'number' && typeof test.upMbps === 'number';
    const e = evidenceOf(evidence);
    const prediction: Prediction | undefined =
      spot === null
        ? undefined
        : phase === 'before'
          ? predictionsToday.get(spot.id)
          : derived?.built?.predictions.find((p) => p.spotId === spot.id);
    return {
      line: measured
        ? { downMbps: test.downMbps!, upMbps: test.upMbps!, measured }
        : { ...brief.line, measured },
      others: e.valid.filter(
        (r) =>
          e.states.get(r.stateId)?.phase === phase &&
          (spot ? r.subject.kind === 'spot' && r.subject.spotId === spot.id : r.subject.kind === 'line'),
      ),
      isKnownBad: spot !== null && isComplainedOf(brief, spot),
      expected: spot ? expectedOf(prediction, derived?.calibration ?? null) : null,
      device: spot ? CLIENT_TYPES[device] : null,
    };
  }

  async function submit(connected: boolean): Promise<void> {
    if (busy) return;
    const run = runTyped(typed, taken, spot, connected);
    setTyped(run.typed);
    if ('wrong' in run) return setWrong(run.wrong);
    const { values } = run;
    const doubts = doubtsOf(values, knownThere(taken.device));
    setWrong(null);
    setBusy(true);
    const key = JSON.stringify(values);
    if (filled.current?.values !== key)
      filled.current = { values: key, id: newId('rd'), at: new Date().toISOString() };
    const failed =
      (await before?.()) ?? (await record.reading(filled.current, phase, network, values, doubts));
    setBusy(false);
    setWrong(failed === null ? null : { words: failed, field: null });
    if (failed !== null) return;
    filled.current = null;
    setTyped(NOTHING_TYPED);
    setSaid(
      doubts.length > 0
        ? 'Kept, and asked about above.'
        : values.connected
          ? 'Run recorded. Enter the next one.'
          : 'Recorded: no connection.',
    );
    onRecorded();
  }

  return {
    typed,
    put: (key: keyof TypedRun) => (value: string) => setTyped((t) => ({ ...t, [key]: value })),
    taken,
    take: (values: Partial<RunTaken>) => setTaken((t) => ({ ...t, ...values })),
    wrong,
    said,
    busy,
    submit,
  };
}

'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { type Phase, type Reading } from '@/core/evidence/rows';
import type { Built } from '@/core/evidence/built';
import { evidenceOf } from '@/core/evidence/fold';
import { doubtsOf, type KnownThere } from '@/core/readings/doubts';
import { expectedOf } from '@/core/readings/expected';
import { quickRun } from '@/core/readings/quickRun';
import { useDerived } from '@/ui/job/derived';
import { useJobStore } from '@/ui/job/store';
import type { ClientTypeId, Spot } from '@/core/site/model/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { newId } from '@/ui/job/newId';
import { useRecord, type ReadingValues } from '@/ui/job/useRecord';
import { SelectField } from '@/ui/pieces/fields';
import { Button } from '@/ui/pieces/Button';
import { TARGETS } from './targets';
import { TakeRuns } from './TakeRuns';
import { Box, FIELD, problemOf, type FieldId, type Wrong } from './RunBox';

const EMPTY = { down: '', up: '', loaded: '', idle: '', level: '', note: '' };
type Typed = typeof EMPTY;

/** The numbers of a run as the form asks for them: what is typed, what it becomes, its unit. */
const SPEEDS = [
  ['down', 'downMbps', 'Mb/s'],
  ['up', 'upMbps', 'Mb/s'],
  ['loaded', 'loadedMs', 'ms'],
] as const;
const BOXES = {
  spot: [...SPEEDS, ['level', 'rssiDbm', 'dBm']],
  line: [...SPEEDS, ['idle', 'idleMs', 'ms']],
} as const;

const toNumber = (text: string): number | null | undefined => {
  if (text.trim() === '') return null;
  const n = Number(text.replace(',', '.').replace('−', '-'));
  return Number.isFinite(n) ? n : undefined;
};

/**
 * Enters one run: at a spot, or by cable at the gateway (`spot` null). It stays open for the next run, since one test
 * is not a test. R puts the cursor into it.
 */
export function ReadingForm({
  spot,
  phase,
  network,
  before,
}: {
  spot: Spot | null;
  phase: Phase;
  /** The network as it stands, which the reading hangs on. */
  network: Built;
  /** What has to be recorded first, such as that the option was accepted; answers what went wrong, or null. */
  before?: () => Promise<string | null>;
}) {
  const record = useRecord();
  const first = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState<Typed>(EMPTY);
  const [device, setDevice] = useState<ClientTypeId>(spot?.client ?? 'laptop');
  const [band, setBand] = useState<Reading['band']>('free');
  const [target, setTarget] = useState<Reading['target']>('internet');
  const [wrong, setWrong] = useState<Wrong | null>(null);
  /** Values that are hard to believe, until somebody says that they are right. */
  const [doubted, setDoubted] = useState<{ values: string; words: string[] } | null>(null);
  const [said, setSaid] = useState('');

  // What this form was filled in for: the same again after a lost answer is the same run, and stores nothing twice.
  const filled = useRef<{ values: string; id: string; at: string } | null>(null);
  const [busy, setBusy] = useState(false);
  useKeys({
    reading: (event) => {
      event.preventDefault();
      first.current?.focus();
    },
  });
  const put = (key: keyof Typed) => (value: string) => {
    setTyped((t) => ({ ...t, [key]: value }));
    setDoubted(null);
  };
  const store = useJobStore();
  const { derived, predictionsToday } = useDerived();
  const predictions = useMemo(
    () =>
      phase === 'before'
        ? predictionsToday
        : new Map((derived?.built?.predictions ?? []).map((p) => [p.spotId, p])),
    [phase, predictionsToday, derived],
  );
  // Asked for by a key before this form was open: the cursor goes into it.
  useEffect(() => {
    if (store.getState().readNext === null || store.getState().readNext !== spot?.id) return;
    store.getState().set({ readNext: null });
    first.current?.focus();
  }, [store, spot]);

  /** What is known where this run is entered. */
  function knownThere(): KnownThere {
    const { brief, evidence } = store.getState();
    const test = derived?.lines[phase];
    // The wired test itself is held against the contract.
    const measured = spot !== null && typeof test?.downMbps === 'number' && typeof test.upMbps === 'number';
    const e = evidenceOf(evidence);
    return {
      line: measured
        ? { downMbps: test.downMbps!, upMbps: test.upMbps!, measured }
        : { ...brief.line, measured },
      others: e.valid.filter(
        (r) =>
          e.states.get(r.stateId)?.phase === phase &&
          (spot ? r.subject.kind === 'spot' && r.subject.spotId === spot.id : r.subject.kind === 'line'),
      ),
      expected: spot ? expectedOf(predictions.get(spot.id), derived?.calibration ?? null) : null,
      device: spot ? CLIENT_TYPES[device] : null,
    };
  }

  async function submit(connected: boolean, sure = false) {
    if (busy) return;
    // All of a run may stand in the first field: level, down/up, round trip.
    if (connected && /[\s/]/.test(typed.down.trim())) {
      const quick = quickRun(typed.down);
      if (!quick.ok) return setWrong({ field: 'downMbps', words: quick.words });
      if (!quick.run.connected) return submit(false, sure);
      const { run } = quick;
      const text = (v: number | null, otherwise: string) => (v === null ? otherwise : String(v));
      const spread: Typed = {
        ...typed,
        down: text(run.downMbps, ''),
        up: text(run.upMbps, typed.up),
        level: text(run.rssiDbm, typed.level),
        loaded: text(run.loadedMs, typed.loaded),
        idle: text(run.idleMs, typed.idle),
      };
      setTyped(spread);
      return recordTyped(spread, true, sure);
    }
    return recordTyped(typed, connected, sure);
  }

  async function recordTyped(typed: Typed, connected: boolean, sure: boolean) {
    const numbers = {
      downMbps: toNumber(typed.down),
      upMbps: toNumber(typed.up),
      loadedMs: toNumber(typed.loaded),
      idleMs: toNumber(typed.idle),
      rssiDbm: toNumber(typed.level),
    };
    const bad = Object.entries(numbers).find(([, v]) => v === undefined);
    if (bad) {
      const field = bad[0] as FieldId;
      return setWrong({ field, words: `${FIELD[field]}: not a number. Type digits such as 24.5.` });
    }
    if (!spot && connected && (numbers.downMbps === null || numbers.upMbps === null)) {
      const field = numbers.downMbps === null ? 'downMbps' : 'upMbps';
      return setWrong({ field, words: `The wired test needs down and up: type ${FIELD[field]}.` });
    }
    const known = numbers as { [K in keyof typeof numbers]: number | null };
    const values: ReadingValues = {
      ...(connected
        ? known
        : { downMbps: null, upMbps: null, loadedMs: null, idleMs: null, rssiDbm: known.rssiDbm }),
      subject: spot ? { kind: 'spot', spotId: spot.id } : { kind: 'line' },
      target: spot ? target : 'internet',
      device: spot ? device : 'wired',
      deviceName: spot ? spot.deviceName : 'wired laptop',
      band: spot ? band : 'free',
      bandSeen: null,
      connected,
      source: 'typed',
      replacesId: null,
      note: typed.note.trim(),
    };
    const typo = problemOf(values);
    if (typo) return setWrong(typo);
    const key = JSON.stringify(values);
    const doubts = sure ? [] : doubtsOf(values, knownThere());
    setWrong(null);
    setDoubted(doubts.length > 0 ? { values: key, words: doubts } : null);
    if (doubts.length > 0) return setSaid('');
    setBusy(true);
    if (filled.current?.values !== key)
      filled.current = { values: key, id: newId('rd'), at: new Date().toISOString() };
    const failed = (await before?.()) ?? (await record.reading(filled.current, phase, network, values));
    setBusy(false);
    setWrong(failed === null ? null : { words: failed, field: null });
    if (failed !== null) return;
    filled.current = null;
    setTyped(EMPTY);
    setSaid(connected ? 'Run recorded. Enter the next one.' : 'Recorded: no connection.');
    // With the next frame: focus asks for the page to be laid out, which is about to change by the new run.
    requestAnimationFrame(() => first.current?.focus());
  }

  return (
    <>
      <TakeRuns
        key={`${spot?.id} ${phase}`}
        about={{
          subject: spot ? { kind: 'spot', spotId: spot.id } : { kind: 'line' },
          device: spot ? device : 'wired',
          deviceName: spot ? spot.deviceName : 'wired laptop',
          band: spot ? band : 'free',
        }}
        phase={phase}
        network={network}
        before={before}
      />
      <form
        className="mt-2"
        data-emptied
        aria-label={spot ? `Reading at spot ${spot.number}, ${spot.name}` : 'Wired test at the gateway'}
        onSubmit={(e) => {
          e.preventDefault();
          void submit(true);
        }}
      >
        {spot && (
          <div className="mb-2 grid grid-cols-3 gap-2">
            <SelectField
              label="Device"
              value={device}
              options={Object.entries(CLIENT_TYPES).map(([value, c]) => ({
                value: value as ClientTypeId,
                label: c.label,
              }))}
              onChange={setDevice}
            />
            <SelectField
              label="Band"
              value={band}
              options={[
                { value: 'free', label: 'left free' },
                { value: '2.4', label: 'fixed to 2.4 GHz' },
                { value: '5', label: 'fixed to 5 GHz' },
                { value: '6', label: 'fixed to 6 GHz' },
              ]}
              onChange={setBand}
            />
            <SelectField label="Tested against" value={target} options={TARGETS} onChange={setTarget} />
          </div>
        )}
        <div className="grid grid-cols-4 gap-2">
          {BOXES[spot ? 'spot' : 'line'].map(([key, id, unit]) => (
            <Box
              key={id}
              label={FIELD[id]}
              unit={unit}
              value={typed[key]}
              wrong={wrong?.field === id}
              onChange={put(key)}
              first={id === 'downMbps' ? first : undefined}
            />
          ))}
        </div>
        <div className="mt-1">
          <input
            className="field"
            aria-label="Note to this run"
            placeholder="note, such as: behind the closed door"
            maxLength={200}
            value={typed.note}
            onChange={(e) => put('note')(e.target.value)}
          />
        </div>
        <p className="mt-1 text-[13px] text-ink-2">
          Or all in the first field: {spot ? '-71 38/9 24' : '240/48 30 9'}, then Enter.
        </p>
        {doubted && (
          <div role="alert" className="mt-2 border-l-4 border-l-lamp pl-3">
            {doubted.words.map((w) => (
              <p key={w}>{w}</p>
            ))}
            <div className="mt-1 flex gap-2">
              <Button disabled={busy} onClick={() => void submit(true, true)}>
                It is right: record it
              </Button>
              <Button
                onClick={() => {
                  setDoubted(null);
                  first.current?.focus();
                }}
              >
                Correct it
              </Button>
            </div>
          </div>
        )}
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <Button type="submit" look={doubted ? undefined : 'strong'} disabled={busy}>
            {busy ? 'Recording' : 'Record run'}
          </Button>
          {spot && (
            <Button disabled={busy} onClick={() => void submit(false)}>
              No connection
            </Button>
          )}
          <span role="status" className={wrong ? 'text-mains' : 'text-ink-2'}>
            {wrong?.words ?? said}
          </span>
        </div>
      </form>
    </>
  );
}

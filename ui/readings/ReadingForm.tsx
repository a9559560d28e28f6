'use client';
import { useId, useRef, useState } from 'react';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { EVIDENCE, type Phase, type Reading } from '@/core/evidence/rows';
import type { Built } from '@/core/evidence/built';
import type { ClientTypeId, Spot } from '@/core/site/model/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { newId } from '@/ui/pieces/newId';
import { useRecord, type ReadingValues } from '@/ui/job/useRecord';
import { SelectField } from '@/ui/pieces/fields';
import { Button } from '@/ui/pieces/Button';

const EMPTY = { down: '', up: '', loaded: '', idle: '', level: '' };
type Typed = typeof EMPTY;

const toNumber = (text: string): number | null | undefined => {
  if (text.trim() === '') return null;
  const n = Number(text.replace(',', '.').replace('−', '-'));
  return Number.isFinite(n) ? n : undefined;
};

function Box({
  label,
  unit,
  value,
  onChange,
  first,
}: {
  label: string;
  unit: string;
  value: string;
  onChange: (v: string) => void;
  first?: React.Ref<HTMLInputElement>;
}) {
  const id = useId();
  return (
    <div>
      <label className="lab" htmlFor={id}>
        {label} ({unit})
      </label>
      <input
        ref={first}
        id={id}
        className="field fig"
        inputMode="decimal"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </div>
  );
}

/** Words for the first thing wrong with typed values. */
function problemOf(values: ReadingValues): string | null {
  const parsed = EVIDENCE.reading.safeParse({
    ...values,
    kind: 'reading',
    id: 'x',
    stateId: 'x',
    at: new Date(0).toISOString(),
    by: '',
  });
  if (parsed.success) return null;
  const issue = parsed.error.issues[0]!;
  return `${issue.path.join('.') || 'Reading'}: ${issue.message}`;
}

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
  const [problem, setProblem] = useState<string | null>(null);
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
  const put = (key: keyof Typed) => (value: string) => setTyped((t) => ({ ...t, [key]: value }));

  async function submit(connected: boolean) {
    if (busy) return;
    const numbers = {
      downMbps: toNumber(typed.down),
      upMbps: toNumber(typed.up),
      loadedMs: toNumber(typed.loaded),
      idleMs: toNumber(typed.idle),
      rssiDbm: toNumber(typed.level),
    };
    const bad = Object.entries(numbers).find(([, v]) => v === undefined);
    if (bad) return setProblem(`${bad[0]}: not a number. Type digits such as 24.5.`);
    if (!spot && connected && (numbers.downMbps === null || numbers.upMbps === null))
      return setProblem('The wired test needs down and up.');
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
      note: '',
    };
    const typo = problemOf(values);
    if (typo) return setProblem(typo);
    setBusy(true);
    const key = JSON.stringify(values);
    if (filled.current?.values !== key)
      filled.current = { values: key, id: newId('rd'), at: new Date().toISOString() };
    const wrong = (await before?.()) ?? (await record.reading(filled.current, phase, network, values));
    setBusy(false);
    setProblem(wrong);
    if (wrong) return;
    filled.current = null;
    setTyped(EMPTY);
    setSaid(connected ? 'Run recorded. Enter the next one.' : 'Recorded: no connection.');
    first.current?.focus();
  }

  return (
    <form
      className="mt-2"
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
          <SelectField
            label="Tested against"
            value={target}
            options={[
              { value: 'internet', label: 'the internet' },
              { value: 'house', label: 'wired laptop in the house' },
            ]}
            onChange={setTarget}
          />
        </div>
      )}
      <div className="grid grid-cols-4 gap-2">
        <Box label="Down" unit="Mb/s" value={typed.down} onChange={put('down')} first={first} />
        <Box label="Up" unit="Mb/s" value={typed.up} onChange={put('up')} />
        <Box label="Under load" unit="ms" value={typed.loaded} onChange={put('loaded')} />
        {spot ? (
          <Box label="Signal" unit="dBm" value={typed.level} onChange={put('level')} />
        ) : (
          <Box label="Idle" unit="ms" value={typed.idle} onChange={put('idle')} />
        )}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button type="submit" look="strong" disabled={busy}>
          {busy ? 'Recording' : 'Record run'}
        </Button>
        {spot && (
          <Button disabled={busy} onClick={() => void submit(false)}>
            No connection
          </Button>
        )}
        <span role="status" className={problem ? 'text-mains' : 'text-ink-2'}>
          {problem ?? said}
        </span>
      </div>
    </form>
  );
}

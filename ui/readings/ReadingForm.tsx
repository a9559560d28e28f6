'use client';
import { useEffect, useId, useRef, useState } from 'react';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { reading as readingSchema, type Reading } from '@/core/evidence/schema';
import type { Option } from '@/core/plan/option/schema';
import type { Phase } from '@/core/readings/line';
import type { ClientTypeId, Spot } from '@/core/site/model/schema';
import { isTyping } from '@/ui/keys/Shortcuts';
import { useRecord, type ReadingValues } from '@/ui/job/useRecord';
import { SelectField } from '@/ui/pieces/fields';

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
  const parsed = readingSchema.safeParse({
    ...values,
    id: 'x',
    stateId: 'x',
    takenAt: new Date(0).toISOString(),
  });
  if (parsed.success) return null;
  const issue = parsed.error.issues[0]!;
  return `${issue.path.join('.') || 'Reading'}: ${issue.message}`;
}

/**
 * Enters one run: at a spot, or by cable at the gateway (`spot` null). It stays open for the next run, since one test
 * is not a test. R puts the cursor into it.
 */
export function ReadingForm({ spot, phase, option }: { spot: Spot | null; phase: Phase; option: Option }) {
  const record = useRecord();
  const first = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState<Typed>(EMPTY);
  const [device, setDevice] = useState<ClientTypeId>(spot?.client ?? 'laptop');
  const [band, setBand] = useState<Reading['band']>('free');
  const [target, setTarget] = useState<Reading['target']>('internet');
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState('');

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'r' || isTyping(event) || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      first.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const put = (key: keyof Typed) => (value: string) => setTyped((t) => ({ ...t, [key]: value }));

  async function submit(connected: boolean) {
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
      spotId: spot?.id ?? null,
      target: spot ? target : 'internet',
      device: spot ? device : 'wired',
      deviceName: spot ? spot.deviceName : 'wired laptop',
      band: spot ? band : 'free',
      bandSeen: null,
      connected,
      note: '',
    };
    const wrong = problemOf(values) ?? (await record.reading(phase, option, values));
    setProblem(wrong);
    if (wrong) return;
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
        <button type="submit" className="btn btn-strong">
          Record run
        </button>
        {spot && (
          <button type="button" className="btn" onClick={() => void submit(false)}>
            No connection
          </button>
        )}
        <span role="status" className={problem ? 'text-mains' : 'text-ink-2'}>
          {problem ?? said}
        </span>
      </div>
    </form>
  );
}

'use client';
import { wrap, type Remote } from 'comlink';
import { FileUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Phase, Reading } from '@/core/evidence/rows';
import { COLUMNS, guessColumns, type BadRow, type ColumnId } from '@/core/intake/readingsCsv';
import type { TextTable } from '@/core/intake/readingsTable';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { SelectField } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { Problem } from '@/ui/pieces/Problem';
import type { ReadingsWorker } from '@/workers/readings.worker';
import { TARGETS } from './targets';
import { sendWalkFile } from './walkFile';

/** Rows of one request, and bad rows shown at once. */
const AT_ONCE = 400;
const MOST_SHOWN = 60;

const CHOICES: readonly { value: ColumnId | ''; label: string }[] = [
  { value: '', label: 'passed over' },
  ...(Object.keys(COLUMNS) as ColumnId[]).map((value) => ({ value, label: COLUMNS[value] })),
];

/** Opens the worker that reads tables; it ends with the dialog. */
function useReader(): () => Remote<ReadingsWorker> {
  const open = useRef<{ worker: Worker; remote: Remote<ReadingsWorker> } | null>(null);
  useEffect(() => () => open.current?.worker.terminate(), []);
  return () => {
    if (!open.current) {
      const worker = new Worker(new URL('../../workers/readings.worker.ts', import.meta.url), {
        type: 'module',
      });
      open.current = { worker, remote: wrap<ReadingsWorker>(worker) };
    }
    return open.current.remote;
  };
}

interface Opened {
  table: TextTable;
  rows: number;
}

function Inside({ phase, network, before }: Props) {
  const store = useJobStore();
  const spots = useJob((s) => s.site.spots);
  const reader = useReader();
  const record = useRecord();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [columns, setColumns] = useState<(ColumnId | null)[]>([]);
  const [target, setTarget] = useState<Reading['target']>('internet');
  const [read, setRead] = useState<{ good: number; bad: BadRow[] } | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  // Names are made once for a file and its columns: sending the rest again after a fault stores nothing twice.
  const [batch, setBatch] = useState('');

  async function open(text: string) {
    setProblem(null);
    setSaid('');
    setRead(null);
    setOpened(null);
    const walk = await sendWalkFile(store.getState().id, text);
    if (walk) {
      if (walk.ok) setSaid(walk.words);
      else setProblem(walk.words);
      return;
    }
    const answer = await reader().open(text);
    if (!answer.ok) return setProblem(answer.words);
    const guessed = guessColumns(answer.table.headings);
    setOpened({ table: answer.table, rows: answer.rows ?? 0 });
    setColumns(guessed);
    await look(guessed);
  }

  async function look(chosen: (ColumnId | null)[]) {
    setColumns(chosen);
    setBatch(newId('f'));
    if (!chosen.includes('spot')) return setRead(null);
    const list = spots.map(({ id, number, name }) => ({ id, number, name }));
    setRead(await reader().read(chosen, list, new Date().toISOString()));
  }

  async function take() {
    if (!read || done !== null) return;
    setProblem(null);
    setDone(0);
    const failed = (await before?.()) ?? null;
    if (failed !== null) {
      setDone(null);
      return setProblem(failed);
    }
    const client = new Map(store.getState().site.spots.map((s) => [s.id, s]));
    for (let from = 0; from < read.good; from += AT_ONCE) {
      const part = await reader().part(from, AT_ONCE);
      const wrong = await record.readings(
        phase,
        network,
        part.map(({ spotId, ...values }, i) => {
          const spot = client.get(spotId)!;
          return {
            id: `${batch}-${from + i}`,
            ...values,
            subject: { kind: 'spot', spotId },
            target,
            device: spot.client,
            deviceName: spot.deviceName,
            band: 'free',
            source: 'file',
            replacesId: null,
          };
        }),
      );
      if (wrong !== null) {
        setDone(null);
        return setProblem(`${wrong} ${from} of ${read.good} are in; take them again to go on.`);
      }
      setDone(from + part.length);
    }
    setDone(null);
    setSaid(
      `${read.good} readings taken in${read.bad.length > 0 ? `, ${read.bad.length} rows left out` : ''}.`,
    );
    setOpened(null);
  }

  return (
    <>
      <Problem words={problem} className="mt-2" />
      {said !== '' && (
        <p className="mt-2 font-semibold" role="status">
          {said}
        </p>
      )}
      <label className="btn mt-3">
        <FileUp size={15} aria-hidden="true" /> Choose a file
        <input
          type="file"
          className="sr-only"
          aria-label="File of readings"
          accept=".csv,.tsv,.txt,.json,text/csv,application/json"
          onChange={async (e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) await open(await file.text());
          }}
        />
      </label>
      {opened && (
        <>
          <div className="mt-3 overflow-x-auto">
            <table className="fig w-full text-[13px]">
              <thead>
                <tr>
                  {opened.table.headings.map((h, i) => (
                    <th key={`${h} ${i}`} className="min-w-32 px-1 py-1 text-left align-bottom font-semibold">
                      <span className="block truncate">{h || `column ${i + 1}`}</span>
                      <SelectField<ColumnId | ''>
                        hideLabel
                        label={`Column ${h || i + 1} holds`}
                        value={columns[i] ?? ''}
                        options={CHOICES}
                        onChange={(v) => {
                          const next = columns.map((c, k) => (k === i ? v || null : c === v ? null : c));
                          void look(next);
                        }}
                      />
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {opened.table.rows.map((row, i) => (
                  <tr key={i} className="border-t border-rule">
                    {opened.table.headings.map((_, k) => (
                      <td key={k} className="max-w-40 truncate px-1 py-0.5">
                        {row[k] ?? ''}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="mt-1 text-[13px] text-ink-2">
            The first {opened.table.rows.length} of {opened.rows} rows.
          </p>
          <div className="mt-2 w-64">
            <SelectField label="Tested against" value={target} options={TARGETS} onChange={setTarget} />
          </div>
          {!columns.includes('spot') && (
            <p className="mt-2 text-mains">Say which column names the spot, by its number or its name.</p>
          )}
          {read && (
            <div className="mt-2" aria-live="polite">
              <p>
                <strong className="font-semibold">{read.good} rows can be taken</strong>
                {read.bad.length > 0 ? `, ${read.bad.length} cannot:` : '.'}
              </p>
              {read.bad.length > 0 && (
                <ul
                  className="mt-1 max-h-40 overflow-y-auto border border-rule px-2 py-1 text-[13px]"
                  aria-label="Rows left out"
                >
                  {read.bad.slice(0, MOST_SHOWN).map((b) => (
                    <li key={b.line}>
                      Line {b.line}: {b.words}
                    </li>
                  ))}
                  {read.bad.length > MOST_SHOWN && <li>and {read.bad.length - MOST_SHOWN} more.</li>}
                </ul>
              )}
              {done !== null && (
                <div className="mt-2">
                  <progress className="w-full" value={done} max={read.good} aria-label="Taken in" />
                  <p className="fig text-[13px]">
                    {done} of {read.good}
                  </p>
                </div>
              )}
              <div className="mt-2 flex gap-2">
                <Button look="strong" disabled={read.good === 0 || done !== null} onClick={() => void take()}>
                  {read.bad.length > 0 ? `Take the ${read.good} good rows` : `Take all ${read.good}`}
                </Button>
                <Button disabled={done !== null} onClick={() => setOpened(null)}>
                  Take nothing
                </Button>
              </div>
            </div>
          )}
        </>
      )}
    </>
  );
}

interface Props {
  phase: Phase;
  /** The network the readings were taken in. */
  network: Built;
  /** What has to be recorded first; answers what went wrong, or null. */
  before?: () => Promise<string | null>;
}

/** Readings from a file: a table whose columns are chosen, or what a phone has saved. */
export function FromFile(props: Props) {
  return (
    <DialogButton
      icon={FileUp}
      label="From a file"
      title="Readings from a file"
      about="A table (CSV or a JSON list) with a row a run, or the file a phone has saved on the walk."
      wide
    >
      <Inside {...props} />
    </DialogButton>
  );
}

import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Phase, Reading } from '@/core/evidence/rows';
import { guessColumns, type BadRow, type NamedSpots } from '@/core/intake/readingsCsv';
import type { TextTable } from '@/core/intake/readingsTable';
import { newId } from '@/ui/job/newId';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import type { ReadingsWorker } from '@/workers/readings.worker';
import type { Columns } from './columns';
import { sendWalkFile } from './walkFile';

/** Rows of one request. */
const AT_ONCE = 400;

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

/** A table that was opened: its first rows, and how many it has. */
export interface Opened {
  table: TextTable;
  rows: number;
}

/** Rows of a table as they can be taken with the columns as chosen. */
export interface TableRows {
  good: number;
  bad: BadRow[];
  /** What the table calls places that no spot is called. */
  unknown: string[];
}

/** Where the readings of a file belong. */
export interface FileTarget {
  phase: Phase;
  /** The network the readings were taken in. */
  network: Built;
  /** What has to be recorded first; answers what went wrong, or null. */
  before?: () => Promise<string | null>;
}

/** Reads a file of readings in a worker, by columns that can be chosen anew, and records its good rows part by part. */
export function useReadingsFile({ phase, network, before }: FileTarget) {
  const store = useJobStore();
  const spots = useJob((s) => s.site.spots);
  const reader = useReader();
  const record = useRecord();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [columns, setColumns] = useState<Columns>([]);
  const [target, setTarget] = useState<Reading['target']>('internet');
  /** Spots by what the table calls them, where somebody said so. */
  const [named, setNamed] = useState<NamedSpots>(new Map());
  const [read, setRead] = useState<TableRows | null>(null);
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
    const nothing = new Map<string, string>();
    setNamed(nothing);
    await look(guessed, nothing);
  }

  async function look(chosen: Columns, names: NamedSpots = named) {
    setColumns(chosen);
    setBatch(newId('f'));
    if (!chosen.includes('spot')) return setRead(null);
    const list = spots.map(({ id, number, name }) => ({ id, number, name }));
    const order = store.getState().brief.region === 'unitedStates' ? 'monthFirst' : 'dayFirst';
    setRead(await reader().read(chosen, list, { now: new Date().toISOString(), order }, names));
  }

  /** Says which spot a name of the table is; none takes it back. */
  async function name(word: string, spotId: string) {
    const next = new Map(named).set(word.trim().toLowerCase(), spotId);
    setNamed(next);
    await look(columns, next);
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
        part.map(({ spotId, device, ...values }, i) => {
          const spot = client.get(spotId)!;
          return {
            id: `${batch}-${from + i}`,
            ...values,
            subject: { kind: 'spot', spotId },
            target,
            device: device ?? spot.client,
            deviceName: device === null || device === spot.client ? spot.deviceName : '',
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

  const close = () => setOpened(null);
  return {
    opened,
    columns,
    target,
    setTarget,
    read,
    done,
    said,
    problem,
    open,
    look,
    name,
    named,
    take,
    close,
  };
}

'use client';
import { useEffect, useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Phase } from '@/core/evidence/rows';
import { measure, MeterFault, type Progress } from '@/meter/speed/client';
import { problemText, send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { useRecord, type ReadingValues } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { newId } from '@/ui/pieces/newId';

/** Runs that prove something. */
const RUNS = 3;
const tenth = (v: number | null) => (v === null ? null : Math.round(v * 10) / 10);
const isThisMachine = () => /^(127\.|localhost$|\[::1\]$)/.test(location.hostname);

/**
 * Takes runs without typing: from the practice house where the job is one, else by the meter between this browser and the
 * machine that runs Nestle, where that is another one.
 */
export function TakeRuns({
  about,
  phase,
  network,
  before,
}: {
  about: Pick<ReadingValues, 'subject' | 'device' | 'deviceName' | 'band'>;
  phase: Phase;
  network: Built;
  before?: () => Promise<string | null>;
}) {
  const jobId = useJob((s) => s.id);
  const practice = useJob((s) => s.site.practice);
  const record = useRecord();
  const [away, setAway] = useState(false);
  const [progress, setProgress] = useState<(Partial<Progress> & { run: number }) | null>(null);
  const [said, setSaid] = useState('');
  const stop = useRef<AbortController | null>(null);
  useEffect(() => {
    // Known once the page is in a browser.
    const timer = setTimeout(() => setAway(!isThisMachine()), 0);
    return () => {
      clearTimeout(timer);
      stop.current?.abort();
    };
  }, []);
  const byMeter = !practice && away && about.subject.kind !== 'line';
  if (!practice && !byMeter) return null;

  async function practiseOnce(): Promise<string | null> {
    const answer = await send('POST', `/api/jobs/${jobId}/practice`, {
      id: newId('rd'),
      subject: about.subject,
      phase,
    });
    return answer.ok ? null : problemText(answer.problems);
  }

  async function measureOnce(run: number, signal: AbortSignal): Promise<string | null> {
    const result = await measure(
      { base: '', token: null },
      newId('run'),
      (p) => setProgress({ ...p, run }),
      signal,
    );
    const failed = await record.reading({ id: newId('rd'), at: new Date().toISOString() }, phase, network, {
      ...about,
      target: 'house',
      bandSeen: null,
      connected: true,
      rssiDbm: null,
      downMbps: tenth(result.down.mbps),
      upMbps: tenth(result.up.mbps),
      loadedMs: tenth(result.loadedMs),
      idleMs: tenth(result.idleMs),
      source: 'meter',
      replacesId: null,
      note: result.limit.kind === 'path' ? '' : result.limit.words,
    });
    setSaid(result.limit.words);
    return failed;
  }

  async function take() {
    if (progress) return;
    setSaid('');
    const own = (stop.current = new AbortController());
    setProgress({ run: 1 });
    let failed = (await before?.()) ?? null;
    try {
      for (let run = 1; run <= RUNS && failed === null; run++) {
        setProgress({ run });
        failed = practice ? await practiseOnce() : await measureOnce(run, own.signal);
      }
      if (failed === null && practice) setSaid('Three runs of the practice house recorded.');
    } catch (error) {
      if (!(error instanceof MeterFault) && !own.signal.aborted) throw error;
      failed = own.signal.aborted ? 'Stopped.' : (error as Error).message;
    } finally {
      setProgress(null);
    }
    if (failed !== null) setSaid(failed);
  }

  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <Button disabled={progress !== null} onClick={() => void take()}>
        {practice ? 'Read the practice house: three runs' : 'Measure with this device: three runs'}
      </Button>
      <span role="status" className="text-ink-2">
        {progress
          ? `run ${progress.run} of ${RUNS}${progress.mbps ? `, ${progress.mbps.toFixed(0)} Mb/s` : ''}`
          : said}
      </span>
    </div>
  );
}

'use client';
import { useEffect, useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Phase } from '@/core/evidence/rows';
import { RUNS_WANTED } from '@/core/readings/enough';
import type { Progress, RunResult } from '@/meter/speed/client';
import { measureRuns, readingOf, runWords } from '@/meter/speed/runs';
import { problemText, send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { useRecord, type ReadingValues } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { meterRuns } from '@/ui/job/follow';
import { newId } from '@/ui/job/newId';

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

  async function keep(result: RunResult): Promise<string | null> {
    setSaid(`The last: ${runWords(result)}`);
    return record.reading({ id: newId('rd'), at: new Date().toISOString() }, phase, network, {
      ...about,
      ...readingOf(result),
      target: 'house',
      bandSeen: null,
      rssiDbm: null,
      source: 'meter',
      replacesId: null,
    });
  }

  async function practise(): Promise<string | null> {
    for (let run = 1; run <= RUNS_WANTED; run++) {
      setProgress({ run });
      const failed = await practiseOnce();
      if (failed !== null) return failed;
    }
    setSaid('Three runs of the practice house recorded.');
    return null;
  }

  async function take() {
    if (progress) return;
    setSaid('');
    const own = (stop.current = new AbortController());
    setProgress({ run: 1 });
    // No window of this browser keeps a stream open beside what is measured.
    if (!practice) meterRuns(true);
    try {
      const failed =
        (await before?.()) ??
        (practice
          ? await practise()
          : await measureRuns(
              { base: '', token: null },
              RUNS_WANTED,
              () => newId('run'),
              { progress: setProgress, run: keep },
              own.signal,
            ));
      if (failed !== null) setSaid(failed);
    } finally {
      if (!practice) meterRuns(false);
      setProgress(null);
    }
  }

  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <Button disabled={progress !== null} onClick={() => void take()}>
        {practice ? 'Read the practice house: three runs' : 'Measure with this device: three runs'}
      </Button>
      <span role="status" className="text-ink-2">
        {progress
          ? `run ${progress.run} of ${RUNS_WANTED}${progress.mbps ? `, ${progress.mbps.toFixed(0)} Mb/s` : ''}`
          : said}
      </span>
    </div>
  );
}

'use client';
import { useState } from 'react';
import { linkRead, trialSubject } from '@/core/readings/trials';
import type { Unit } from '@/core/plan/option/schema';
import { useAsItWas, useBuilt, useOption } from '@/ui/job/derived';
import { problemText, send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { useRecord, type ReadingValues } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { NumberField } from '@/ui/pieces/fields';
import { speedText } from '@/ui/pieces/format';
import { newId } from '@/ui/job/newId';
import { Problem } from '@/ui/pieces/Problem';

/**
 * A trial of the link that is meant to feed a unit: set it up from the van at this place or on these outlets, measure, and
 * what came replaces the estimate, before anything is bought.
 */
export function Trial({ unit }: { unit: Unit }) {
  const evidence = useJob((s) => s.evidence);
  const built = useBuilt();
  const was = useAsItWas();
  const record = useRecord();
  const jobId = useJob((s) => s.id);
  const practice = useJob((s) => s.site.practice);
  const option = useOption();
  const [down, setDown] = useState<number | null>(null);
  const [up, setUp] = useState<number | null>(null);
  const [level, setLevel] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const subject = trialSubject(unit);
  const read = linkRead(unit, evidence);
  if (!subject)
    return (
      <p className="mt-2 text-[13px] text-ink-2">
        To try this link before it is bought, choose what it hangs on at both ends.
      </p>
    );
  const isAir = subject.kind === 'trialPlace';
  async function put(connected: boolean) {
    if (busy || !subject) return;
    if (connected && down === null && up === null) return setProblem('Type what came, down or up.');
    setBusy(true);
    const values: ReadingValues = {
      subject,
      target: 'house',
      device: 'laptop',
      deviceName: 'trial',
      band: 'free',
      bandSeen: null,
      connected,
      rssiDbm: connected && isAir ? level : null,
      downMbps: connected ? down : null,
      upMbps: connected ? up : null,
      loadedMs: null,
      idleMs: null,
      source: 'typed',
      replacesId: null,
      note: `trial for ${unit.letter}`,
    };
    const at = { id: newId('rd'), at: new Date().toISOString() };
    const failed = await record.reading(at, built ? 'after' : 'before', built ?? was, values);
    setBusy(false);
    setProblem(failed);
    if (failed !== null) return;
    setDown(null);
    setUp(null);
    setLevel(null);
  }
  async function practise() {
    if (busy || !subject || !option) return;
    setBusy(true);
    const answer = await send('POST', `/api/jobs/${jobId}/practice`, {
      id: newId('rd'),
      subject,
      phase: built ? 'after' : 'before',
      trial: { optionId: option.id, unitId: unit.id },
    });
    setBusy(false);
    setProblem(answer.ok ? null : problemText(answer.problems));
  }
  return (
    <details className="mt-2 border-t border-rule pt-1">
      <summary className="cursor-pointer py-1">
        {read
          ? `Tried: ${speedText(read.downMbps)} ↓ ${speedText(read.upMbps)} ↑ Mb/s, median of ${read.runs}`
          : 'Try this link before it is bought'}
      </summary>
      <p className="text-[13px] text-ink-2">
        {isAir
          ? 'Put a unit from the van here, or stand here with a laptop joined to its parent, and run a test to a wired computer.'
          : 'Plug a pair from the van into these two outlets, straight into the wall, and run a test through it.'}
      </p>
      <div className="mt-1 grid grid-cols-3 gap-2">
        <NumberField label="Came down" unit="Mb/s" value={down} max={10000} optional onChange={setDown} />
        <NumberField label="Came up" unit="Mb/s" value={up} max={10000} optional onChange={setUp} />
        {isAir && (
          <NumberField
            label="Level there"
            unit="dBm"
            value={level}
            min={-120}
            max={0}
            optional
            onChange={setLevel}
          />
        )}
      </div>
      <div className="mt-1 flex flex-wrap gap-2">
        {practice && (
          <Button disabled={busy} onClick={() => void practise()}>
            Try it in the practice house
          </Button>
        )}
        <Button disabled={busy} onClick={() => void put(true)}>
          Record trial
        </Button>
        <Button disabled={busy} onClick={() => void put(false)}>
          It did not link
        </Button>
      </div>
      <Problem words={problem} className="mt-1" />
    </details>
  );
}

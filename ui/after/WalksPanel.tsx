'use client';
import { useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { WalkJudged } from '@/core/readings/changeover';
import { changeoverWords } from '@/core/readings/changeoverWords';
import { traceWords } from '@/core/readings/traceWords';
import { newId } from '@/ui/job/newId';
import { problemText, send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { Problem } from '@/ui/pieces/Problem';

/** Walks the practice house, where the job is one: by the same rule as a phone does it. */
function WalkPractice({
  network,
  before,
}: {
  network: Built;
  before: (() => Promise<string | null>) | undefined;
}) {
  const jobId = useJob((s) => s.id);
  const units = network.option.units;
  const [from, setFrom] = useState(units[0]?.id ?? '');
  const [to, setTo] = useState(units[1]?.id ?? '');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const options = units.map((u) => ({ value: u.id, label: `${u.letter} ${u.name}` }));
  async function go() {
    if (busy) return;
    setBusy(true);
    let failed = (await before?.()) ?? null;
    if (failed === null) {
      const subject = { kind: 'walk', fromUnitId: from, toUnitId: to };
      const answer = await send('POST', `/api/jobs/${jobId}/practice`, {
        id: newId('rd'),
        subject,
        phase: 'after',
      });
      failed = answer.ok ? null : problemText(answer.problems);
    }
    setProblem(failed);
    setBusy(false);
  }
  return (
    <>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <SelectField label="From" value={from} options={options} onChange={setFrom} />
        <SelectField label="To" value={to} options={options} onChange={setTo} />
        <Button disabled={busy || from === to} onClick={() => void go()}>
          Walk the practice house
        </Button>
      </div>
      <Problem words={problem} className="mt-1" />
    </>
  );
}

/** Walks from unit to unit: whether the device changed over, the gaps, and the way on the sheet. */
export function WalksPanel({
  network,
  walks,
  shownId,
  onShow,
  before,
}: {
  network: Built;
  walks: readonly WalkJudged[];
  shownId: string | null;
  onShow: (readingId: string | null) => void;
  before: (() => Promise<string | null>) | undefined;
}) {
  const practice = useJob((s) => s.site.practice);
  if (network.option.units.length < 2) return null;
  const letter = (id: string) => network.option.units.find((u) => u.id === id)?.letter ?? '?';
  return (
    <section className="panel shrink-0 px-3 py-2" aria-label="From unit to unit">
      <strong className="font-semibold">From unit to unit</strong>
      {walks.length === 0 && (
        <p className="text-[13px] text-ink-2">
          Not walked yet: on the phone, “Walk from unit to unit” shows whether devices change over, and for
          how long nothing comes.
        </p>
      )}
      <ul>
        {walks.map((w) => (
          <li key={w.readingId} className="border-t border-rule py-0.5">
            <div className="flex items-start justify-between gap-2">
              <span>
                <span className="fig font-semibold">
                  {letter(w.fromUnitId)} to {letter(w.toUnitId)}
                </span>{' '}
                <span className={w.changeover === 'sticks' ? 'font-semibold text-dusk' : undefined}>
                  {changeoverWords(w, network.option)}
                </span>{' '}
                <span className="text-ink-2">{traceWords(w).join(' ')}</span>
              </span>
              <Button
                aria-pressed={shownId === w.readingId}
                aria-label={`Show the way from ${letter(w.fromUnitId)} to ${letter(w.toUnitId)} on the sheet`}
                onClick={() => onShow(shownId === w.readingId ? null : w.readingId)}
              >
                Way
              </Button>
            </div>
          </li>
        ))}
      </ul>
      {practice && <WalkPractice network={network} before={before} />}
    </section>
  );
}

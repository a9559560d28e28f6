'use client';
import { useState } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import { isAsSigned, signedNow } from '@/core/evidence/signed';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { newId } from '@/ui/job/newId';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { usePriceNow } from '@/ui/offer/usePriceNow';
import { Button } from '@/ui/pieces/Button';
import { TextField } from '@/ui/pieces/fields';
import { dateText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';

/** Signs for what stands on the page: a row of evidence keeps what that was, and says so when it changes. */
export function SignOff() {
  const store = useJobStore();
  const record = useRecord();
  const { derived } = useDerived();
  const accepted = useAccepted();
  const price = usePriceNow(accepted ? derived?.options[accepted.optionId] : null);
  const evidence = useJob((s) => s.evidence);
  const site = useJob((s) => s.site);
  const plan = useJob((s) => s.plan);
  const [who, setWho] = useState('');
  const [says, setSays] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { signed } = evidenceOf(evidence);
  const last = signed[signed.length - 1];
  const now = derived && signedNow({ site, plan, evidence, derived }, price);
  const isSame = last !== undefined && now !== null && isAsSigned(last, now);
  async function sign() {
    if (busy || !now) return;
    if (who.trim() === '') return setProblem('Type the name of who signs.');
    // What is pressed twice is signed once.
    const known = evidenceOf(store.getState().evidence).signed.at(-1);
    if (known && known.who === who.trim() && isAsSigned(known, now)) return;
    setBusy(true);
    const failed = await record.rows([
      {
        kind: 'signOff',
        id: newId('so'),
        at: new Date().toISOString(),
        by: store.getState().brief.installer.slice(0, 80),
        who: who.trim().slice(0, 80),
        says: says.trim().slice(0, 500),
        shown: now,
      },
    ]);
    setBusy(false);
    setProblem(failed);
    if (failed) return;
    setWho('');
    setSays('');
  }
  return (
    <section className="panel px-4 py-3" aria-labelledby="ho-sign">
      <h2 id="ho-sign" className="head2">
        Sign
      </h2>
      {last && (
        <p className={now === null ? '' : isSame ? 'text-good' : 'text-mains'} role="status">
          {now === null
            ? `Signed by ${last.who} on ${dateText(last.at)}; working out what stands above.`
            : isSame
              ? `Signed by ${last.who} on ${dateText(last.at)}, as it stands above.`
              : `${last.who} signed on ${dateText(last.at)} for something else than stands above now: it was read or changed since. Let it be signed again.`}
        </p>
      )}
      <form
        className="mt-1 grid grid-cols-1 items-end gap-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)_auto]"
        onSubmit={(e) => {
          e.preventDefault();
          void sign();
        }}
      >
        <TextField label="Name of who signs" value={who} onChange={setWho} />
        <TextField label="Remarks" value={says} onChange={setSays} />
        <Button type="submit" look="strong" disabled={busy || !now}>
          Sign for what stands above
        </Button>
      </form>
      <Problem words={problem} className="mt-1" />
    </section>
  );
}

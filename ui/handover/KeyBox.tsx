'use client';
import { KeyRound, Printer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { LEAST_PASSPHRASE, keyProblem, openKeys, sealKeys, type NamedKey } from '@/core/job/keyBox';
import type { KeptBox } from '@/server/jobs/keyBox';
import { get, problemText, remove, send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { Confirm } from '@/ui/pieces/Confirm';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { dateText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';
import { KeyList } from './KeyList';
import { KeySheet, printKeys } from './KeySheet';

/** Keys that lie open on an unattended screen are put away after this, ms. */
const SHOWN_MS = 5 * 60_000;

/** Names and keys of the customer: on paper as a rule, here only for who wants them kept, under a passphrase nobody keeps. */
export function KeyBox() {
  const path = `/api/jobs/${useJob((s) => s.id)}/key-box`;
  const [kept, setKept] = useState<KeptBox | null | undefined>(undefined);
  const [problem, setProblem] = useState<string | null>(null);
  const [asks, setAsks] = useState(false);
  useEffect(() => {
    let isHere = true;
    void get<{ kept: KeptBox | null }>(path).then((got) => {
      if (!isHere) return;
      if (got.ok) setKept(got.value.kept);
      else setProblem(problemText(got.problems));
    });
    return () => {
      isHere = false;
    };
  }, [path]);
  return (
    <section className="panel px-4 py-3" aria-labelledby="ho-keys">
      <h2 id="ho-keys" className="head2">
        Names and keys
      </h2>
      <p className="text-[13.5px] text-ink-2">
        They belong on the customer’s own paper, and Nestle keeps none. Who wants them kept all the same keeps
        them sealed under a passphrase, on this machine alone: in no export, paper, copy of the job or phone.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {kept !== undefined && (
          <DialogButton
            icon={KeyRound}
            title="Names and keys"
            label={kept ? 'Show them' : 'Keep them sealed'}
            about={
              kept
                ? 'They are opened here, in this page, by the passphrase they were sealed with.'
                : 'They are sealed in this page before they are stored. A forgotten passphrase loses the keys, and nothing else: nobody can open them then.'
            }
          >
            <KeyDialog kept={kept} path={path} onKept={setKept} />
          </DialogButton>
        )}
        {kept && (
          <>
            <span role="status">Sealed on {dateText(kept.keptAt)}.</span>
            {!asks && <Button onClick={() => setAsks(true)}>Throw away</Button>}
          </>
        )}
      </div>
      {kept && asks && (
        <Confirm
          className="mt-2"
          yes="Throw them away"
          onNo={() => setAsks(false)}
          onYes={() =>
            void remove(path).then((gone) => {
              setAsks(false);
              if (gone.ok) setKept(null);
              else setProblem(problemText(gone.problems));
            })
          }
        >
          The sealed names and keys of this job are gone then; nothing else of the job changes.
        </Confirm>
      )}
      <Problem words={problem} className="mt-1" />
    </section>
  );
}

/** What is typed and shown lives in this dialog while it is open, and nowhere else. */
function KeyDialog({
  kept,
  path,
  onKept,
}: {
  kept: KeptBox | null;
  path: string;
  onKept: (kept: KeptBox) => void;
}) {
  const jobId = useJob((s) => s.id);
  const job = useJob((s) => s.name);
  const networkName = useJob((s) => s.brief.networkName);
  const language = useJob((s) => s.brief.paperLanguage);
  const [passphrase, setPassphrase] = useState('');
  const [again, setAgain] = useState('');
  /** What it was opened or sealed with: another passphrase is typed twice. */
  const [known, setKnown] = useState<string | null>(null);
  const [keys, setKeys] = useState<NamedKey[] | null>(
    kept ? null : [{ kind: 'network', name: networkName, key: '' }],
  );
  const [busy, setBusy] = useState(false);
  const [says, setSays] = useState<{ words: string; good: boolean } | null>(null);
  const wrong = (words: string) => setSays({ words, good: false });
  const isOpen = keys !== null;
  const isNew = isOpen && passphrase !== known;
  useEffect(() => {
    if (!kept || !isOpen) return;
    const timer = setTimeout(() => {
      setKeys(null);
      setPassphrase('');
      setSays(null);
    }, SHOWN_MS);
    return () => clearTimeout(timer);
  }, [kept, isOpen, keys]);
  // Over plain http from another machine a page may not seal anything.
  if (!globalThis.isSecureContext)
    return (
      <p className="mt-3">
        Names and keys are shown and sealed on the machine that runs Nestle, or over https: not over a network
        anybody can listen to.
      </p>
    );
  const busily = async (work: () => Promise<void>) => {
    if (busy) return;
    setBusy(true);
    try {
      await work();
    } catch {
      wrong('This browser could not do it: nothing was kept. Open Nestle in another one and try again.');
    } finally {
      setBusy(false);
    }
  };
  const open = () =>
    busily(async () => {
      const found = await openKeys(jobId, passphrase, kept!.box);
      setKeys(found);
      if (found) {
        setSays(null);
        setKnown(passphrase);
      } else wrong('This passphrase does not open them. Capitals and blanks count.');
    });
  const seal = () =>
    busily(async () => {
      const filled = keys!.filter((k) => k.name !== '' || k.key !== '');
      const bad = filled.map(keyProblem).find((p) => p !== null);
      if (bad) return wrong(bad);
      if (filled.length === 0) return wrong('Type a name and its key first.');
      if (passphrase.trim().length < LEAST_PASSPHRASE)
        return wrong(
          `The passphrase has at least ${LEAST_PASSPHRASE} characters: four words one remembers will do.`,
        );
      if (isNew && passphrase !== again) return wrong('The two passphrases differ.');
      const box = await sealKeys(jobId, passphrase, filled);
      const sent = await send<{ keptAt: string }>('PUT', path, { box, over: kept?.keptAt ?? null });
      if (!sent.ok) return wrong(problemText(sent.problems));
      onKept({ box, keptAt: sent.value.keptAt });
      setKeys(filled);
      setKnown(passphrase);
      setSays({ words: 'Sealed and kept.', good: true });
    });
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void (isOpen ? seal() : open());
      }}
    >
      {isOpen && <KeyList keys={keys} onChange={setKeys} />}
      <div className="mt-3 grid grid-cols-2 gap-2">
        <label className="block">
          <span className="lab">{kept && isOpen ? 'Passphrase, or a new one' : 'Passphrase'}</span>
          <input
            type="password"
            className="field"
            autoComplete="off"
            value={passphrase}
            onChange={(e) => setPassphrase(e.target.value)}
          />
        </label>
        {isNew && (
          <label className="block">
            <span className="lab">The same again</span>
            <input
              type="password"
              className="field"
              autoComplete="off"
              value={again}
              onChange={(e) => setAgain(e.target.value)}
            />
          </label>
        )}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button type="submit" look="strong" disabled={busy}>
          {isOpen ? 'Seal and keep' : 'Open'}
        </Button>
        {kept && isOpen && (
          <Button onClick={printKeys}>
            <Printer size={15} aria-hidden="true" /> Print the sheet with join codes
          </Button>
        )}
        {says && (
          <p role="status" className={says.good ? 'text-good' : 'text-mains'}>
            {says.words}
          </p>
        )}
      </div>
      {isOpen && <KeySheet job={job} keys={keys.filter((k) => k.key !== '')} language={language} />}
    </form>
  );
}

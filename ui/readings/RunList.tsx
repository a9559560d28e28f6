'use client';
import { useEffect, useRef, useState } from 'react';
import { askedAbout } from '@/core/evidence/asked';
import { barsText } from '@/core/site/model/bars';
import { evidenceOf } from '@/core/evidence/fold';
import type { Phase, Reading } from '@/core/evidence/rows';
import { TOUCH_WORDS } from '@/core/plan/predict/touch';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { levelText } from '@/core/site/model/levelText';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { clockText, readText } from '@/ui/pieces/format';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

function runText(r: Reading): string {
  if (!r.connected) return r.note ? `no connection, “${r.note}”` : 'no connection';
  const parts: string[] = [];
  if (r.downMbps !== null) parts.push(`${readText(r.downMbps)} ↓`);
  if (r.upMbps !== null) parts.push(`${readText(r.upMbps)} ↑ Mb/s`);
  parts.push(r.loadedMs === null ? 'load not measured' : `${r.loadedMs.toFixed(0)} ms under load`);
  if (r.rssiDbm !== null) parts.push(levelText(r.rssiDbm));
  if (r.bars) parts.push(barsText(r.bars));
  if (r.note) parts.push(`“${r.note}”`);
  return parts.join(', ');
}

/** A run entered no longer ago than this is looked at, ms. */
const NEW_MS = 10_000;

/** Asks about a run that is hard to believe: it is kept, and counts once somebody says that it is right. */
function Question({
  words,
  at,
  isBusy,
  answer,
}: {
  words: string;
  at: string;
  isBusy: boolean;
  answer: (isRight: boolean) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  // Once, when the question comes up with a run that was just entered.
  useEffect(() => {
    if (Date.now() - Date.parse(at) < NEW_MS) box.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <div ref={box} role="alert" className="order-last w-full border-l-4 border-l-lamp py-1 pl-3">
      <p>{words} It does not count yet.</p>
      <div className="mt-1 flex gap-2">
        <Button disabled={isBusy} onClick={() => answer(true)}>
          It is right: let it count
        </Button>
        <Button disabled={isBusy} onClick={() => answer(false)}>
          It was a slip
        </Button>
      </div>
    </div>
  );
}

/** Runs shown before the older ones are unfolded. */
const NEWEST = 15;

/**
 * The runs of a spot (or of the line, `spotId` null) in one phase: those that count, those of rounds that have ended, with
 * the reason, those that are asked about, and those set aside. A mistaken one is set aside, never deleted, and can be taken back.
 */
export function RunList({
  spotId,
  phase,
  verdict,
}: {
  spotId: string | null;
  phase: Phase;
  verdict?: SpotVerdict;
}) {
  const rows = useJob((s) => s.evidence);
  const record = useRecord();
  const store = useJobStore();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const e = evidenceOf(rows);
  const asked = askedAbout(rows);
  const runs = e.readings.filter(
    (r) =>
      (spotId === null
        ? r.subject.kind === 'line'
        : r.subject.kind === 'spot' && r.subject.spotId === spotId) &&
      e.states.get(r.stateId)?.phase === phase,
  );
  if (runs.length === 0) return null;
  const ended = new Map((verdict?.past ?? []).map((p) => [p.round, p]));
  const roundOf = (r: Reading) => (phase === 'after' ? (e.roundOf.get(r.stateId) ?? 1) : null);
  const correct = async (r: Reading, act: 'setAside' | 'takeBack', why?: string) => {
    if (busy) return;
    setBusy(r.id);
    const isStrike = act === 'setAside';
    const reason = why ?? (isStrike ? 'set aside by hand' : 'taken back by hand');
    const wrong = await record.correct([r.id], act, reason);
    const words = `${isStrike ? 'a run set aside' : 'a run that counts again'}, of ${clockText(r.at)}`;
    if (!wrong) store.getState().rememberReadings({ did: act, ids: [r.id], words });
    setProblem(wrong);
    setBusy(null);
  };
  const older = all ? 0 : Math.max(0, runs.length - NEWEST);
  return (
    <>
      {older > 0 && (
        <button type="button" className="link mt-2 text-[13px]" onClick={() => setAll(true)}>
          Show the {older} older {older === 1 ? 'run' : 'runs'} too; they count like the others
        </button>
      )}
      <ul className="fig mt-2 divide-y divide-rule border-y border-rule text-[14px]" aria-label="Runs">
        {runs.slice(older).map((r) => {
          const struck = e.struck.has(r.id);
          const question = asked.get(r.id);
          const round = roundOf(r);
          const past = round === null ? undefined : ended.get(round);
          return (
            <li
              key={r.id}
              className={`flex flex-wrap items-center gap-x-3 py-0.5 ${(struck && !question) || past ? 'text-ink-2' : ''}`}
            >
              <span className="w-11 text-ink-2">{clockText(r.at)}</span>
              <span className={`flex-1 ${struck && !question ? 'line-through' : ''}`}>{runText(r)}</span>
              <span className="text-right text-[13px] text-ink-2">
                {r.device === 'wired' ? 'by cable' : CLIENT_TYPES[r.device].label}
                {r.band === 'free' ? (r.bandSeen ? `, ${r.bandSeen} GHz` : '') : `, fixed ${r.band} GHz`}
                {r.target === 'house' ? ', to the house' : ''}
                {round !== null && spotId !== null && `, round ${round}`}
                {past && (
                  <span className="block text-amber">
                    no longer counts: {past.because ? TOUCH_WORDS[past.because] : 'an older network'}
                  </span>
                )}
              </span>
              {question !== undefined && (
                <Question
                  words={question}
                  at={r.at}
                  isBusy={busy !== null}
                  answer={(isRight) =>
                    void correct(r, isRight ? 'takeBack' : 'setAside', isRight ? 'it is right' : 'a slip')
                  }
                />
              )}
              <button
                type="button"
                hidden={question !== undefined}
                className="link text-[13px]"
                disabled={busy !== null}
                aria-label={`${struck ? 'Let count again:' : 'Set aside'} the run of ${clockText(r.at)}`}
                onClick={() => void correct(r, struck ? 'takeBack' : 'setAside')}
              >
                {struck ? 'let count' : 'set aside'}
              </button>
            </li>
          );
        })}
      </ul>
      <Problem words={problem} />
    </>
  );
}

'use client';
import { useState } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import type { Phase, Reading } from '@/core/evidence/rows';
import { TOUCH_WORDS } from '@/core/plan/predict/touch';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { levelText } from '@/core/site/model/levelText';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { clockText, readText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';

function runText(r: Reading): string {
  if (!r.connected) return r.note ? `no connection, “${r.note}”` : 'no connection';
  const parts: string[] = [];
  if (r.downMbps !== null) parts.push(`${readText(r.downMbps)} ↓`);
  if (r.upMbps !== null) parts.push(`${readText(r.upMbps)} ↑ Mb/s`);
  parts.push(r.loadedMs === null ? 'load not measured' : `${r.loadedMs.toFixed(0)} ms under load`);
  if (r.rssiDbm !== null) parts.push(levelText(r.rssiDbm));
  if (r.note) parts.push(`“${r.note}”`);
  return parts.join(', ');
}

/** Runs shown before the older ones are unfolded. */
const NEWEST = 15;

/**
 * The runs of a spot (or of the line, `spotId` null) in one phase: those that count, those of rounds that have ended, with
 * the reason, and those struck out. A mistaken one is struck out, never deleted, and can be taken back.
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
  const correct = async (r: Reading, act: 'setAside' | 'takeBack') => {
    if (busy) return;
    setBusy(r.id);
    const isStrike = act === 'setAside';
    const wrong = await record.correct([r.id], act, isStrike ? 'set aside by hand' : 'taken back by hand');
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
          const round = roundOf(r);
          const past = round === null ? undefined : ended.get(round);
          return (
            <li key={r.id} className={`flex items-center gap-3 py-0.5 ${struck || past ? 'text-ink-2' : ''}`}>
              <span className="w-11 text-ink-2">{clockText(r.at)}</span>
              <span className={`flex-1 ${struck ? 'line-through' : ''}`}>{runText(r)}</span>
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
              <button
                type="button"
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

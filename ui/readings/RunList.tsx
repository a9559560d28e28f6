'use client';
import { useState } from 'react';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import type { Phase } from '@/core/readings/line';
import { idsOf, phaseStates } from '@/core/readings/line';
import type { Reading } from '@/core/evidence/schema';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { clockText, speedText } from '@/ui/pieces/format';

function runText(r: Reading): string {
  if (!r.connected) return 'no connection';
  const parts: string[] = [];
  if (r.downMbps !== null) parts.push(`${speedText(r.downMbps)} ↓`);
  if (r.upMbps !== null) parts.push(`${speedText(r.upMbps)} ↑ Mb/s`);
  parts.push(r.loadedMs === null ? 'load not measured' : `${r.loadedMs.toFixed(0)} ms under load`);
  if (r.rssiDbm !== null) parts.push(`${r.rssiDbm.toFixed(0)} dBm`);
  return parts.join(', ');
}

/** The runs of a spot (or of the line, `spotId` null) in one phase. A mistaken one is struck out, never deleted. */
export function RunList({ spotId, phase }: { spotId: string | null; phase: Phase }) {
  const evidence = useJob((s) => s.evidence);
  const record = useRecord();
  const [problem, setProblem] = useState<string | null>(null);
  const states = idsOf(phaseStates(evidence, phase));
  const voided = new Set(evidence.voided.map((v) => v.readingId));
  const runs = evidence.readings.filter((r) => r.spotId === spotId && states.has(r.stateId));
  if (runs.length === 0) return null;
  return (
    <>
      <ul className="fig mt-2 divide-y divide-rule border-y border-rule text-[14px]" aria-label="Runs">
        {runs.map((r) => (
          <li
            key={r.id}
            className={`flex items-center gap-3 py-0.5 ${voided.has(r.id) ? 'text-ink-2 line-through' : ''}`}
          >
            <span className="w-11 text-ink-2">{clockText(r.takenAt)}</span>
            <span className="flex-1">{runText(r)}</span>
            <span className="text-[13px] text-ink-2">
              {r.device === 'wired' ? 'by cable' : CLIENT_TYPES[r.device].label}
              {r.band === 'free' ? (r.bandSeen ? `, ${r.bandSeen} GHz` : '') : `, fixed ${r.band} GHz`}
              {r.target === 'house' ? ', to the house' : ''}
            </span>
            {!voided.has(r.id) && (
              <button
                type="button"
                className="link text-[13px]"
                aria-label={`Strike out the run of ${clockText(r.takenAt)}`}
                onClick={() => void record.voidReading(r.id, 'struck out by hand').then(setProblem)}
              >
                strike out
              </button>
            )}
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="text-mains">
          {problem}
        </p>
      )}
    </>
  );
}

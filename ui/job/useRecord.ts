'use client';
import { useCallback } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { stateForReading } from '@/core/evidence/freeze';
import type { Phase } from '@/core/readings/line';
import type { Reading, StepEvent } from '@/core/evidence/schema';
import { newId } from '@/ui/pieces/newId';
import type { EvidenceEntry } from '@/server/evidence';
import { problemText, send } from './requests';
import { useJobStore } from './store';

export type ReadingValues = Omit<Reading, 'id' | 'stateId' | 'takenAt'>;

/** Records evidence on the server first, then shows it. Each call answers null, or what went wrong. */
export function useRecord() {
  const store = useJobStore();
  const post = useCallback(
    async (entries: EvidenceEntry[]): Promise<string | null> => {
      const { id, addEvidence } = store.getState();
      const answer = await send(`POST`, `/api/jobs/${id}/evidence`, { entries });
      if (!answer.ok) return problemText(answer.problems);
      addEvidence({
        states: entries.filter((e) => e.kind === 'state').map((e) => e.row),
        readings: entries.filter((e) => e.kind === 'reading').map((e) => e.row),
        voided: entries.filter((e) => e.kind === 'voided').map((e) => e.row),
        stepEvents: entries.filter((e) => e.kind === 'stepEvent').map((e) => e.row),
      });
      return null;
    },
    [store],
  );
  const reading = useCallback(
    (phase: Phase, option: Option, values: ReadingValues) => {
      const takenAt = new Date().toISOString();
      const { state, isNew } = stateForReading(
        store.getState().site,
        store.getState().evidence,
        phase,
        option,
        newId('st'),
        takenAt,
      );
      const row: Reading = { ...values, id: newId('rd'), stateId: state.id, takenAt };
      return post([...(isNew ? [{ kind: 'state' as const, row: state }] : []), { kind: 'reading', row }]);
    },
    [post, store],
  );
  const voidReading = useCallback(
    (readingId: string, reason: string) =>
      post([{ kind: 'voided', row: { readingId, reason, at: new Date().toISOString() } }]),
    [post],
  );
  const step = useCallback(
    (optionId: string, stepKey: string, kind: StepEvent['kind'], text = '') =>
      post([
        {
          kind: 'stepEvent',
          row: { id: newId('ev'), optionId, stepKey, kind, text, at: new Date().toISOString() },
        },
      ]),
    [post],
  );
  return { reading, voidReading, step };
}

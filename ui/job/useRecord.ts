'use client';
import { useCallback } from 'react';
import { freeze } from '@/core/evidence/frozenNetwork';
import type { Built } from '@/core/evidence/built';
import type { EvidenceRow, Phase, Reading, RowOf } from '@/core/evidence/rows';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import type { Option } from '@/core/plan/option/schema';
import { askedReason } from '@/core/evidence/askedReason';
import { forecastOf, priceToAgree } from '@/core/evidence/agreed';
import type { Place } from '@/core/site/model/schema';
import { newId } from '@/ui/job/newId';
import type { Against } from '@/server/jobs/evidence';
import { problemText, send } from './requests';
import { useJobStore } from './store';

export type ReadingValues = Omit<Reading, 'kind' | 'id' | 'stateId' | 'at' | 'by' | 'received'>;

/** The id a reading names the network by that is sent along with it. */
const AGAINST = 'against';

/**
 * Records evidence on the server first, then shows it as it was stored. Each call answers null, or what went wrong. A form
 * makes the id and time of what it records once, so that a retry after a lost answer stores nothing twice.
 */
export function useRecord() {
  const store = useJobStore();
  const post = useCallback(
    async (against: Against | null, rows: EvidenceRow[]): Promise<string | null> => {
      const { id, addRows } = store.getState();
      const answer = await send<{ rows: EvidenceRow[] }>('POST', `/api/jobs/${id}/evidence`, {
        against,
        rows,
      });
      if (!answer.ok) return problemText(answer.problems);
      addRows(answer.value.rows);
      return null;
    },
    [store],
  );
  const now = () => ({ at: new Date().toISOString(), by: '' });
  /** Records that the customer agreed to an option, with what it is forecast to give. */
  const accept = useCallback(
    (option: Option, evaluation: Evaluation | null, signedBy = '') =>
      post(null, [
        {
          kind: 'acceptance',
          id: newId('ac'),
          ...now(),
          optionId: option.id,
          optionName: option.name,
          forecast: forecastOf(evaluation?.predictions ?? []),
          note: '',
          ...(evaluation ? { price: priceToAgree(store.getState().brief, evaluation) } : {}),
          ...(signedBy ? { signedBy } : {}),
        },
      ]),
    [post, store],
  );
  /** Records what comes on top of what was agreed to, or corrects it. */
  const extra = useCallback(
    (
      at: { id: string; at: string },
      values: Pick<RowOf<'extra'>, 'what' | 'minor' | 'agreedBy' | 'replacesId' | 'asBuilt'>,
    ) => post(null, [{ kind: 'extra', by: '', ...at, ...values }]),
    [post],
  );
  /** Records many readings at once, each with the id and time it has. */
  const readings = useCallback(
    (
      phase: Phase,
      network: Built,
      rows: readonly (ReadingValues & { id: string; at: string; by: string })[],
    ) => {
      const frozen = freeze(store.getState().site, network.option, network.kit);
      return post(
        { phase, ...frozen },
        rows.map((row) => ({ kind: 'reading', stateId: AGAINST, ...row })),
      );
    },
    [post, store],
  );
  const reading = useCallback(
    async (
      { id, at }: { id: string; at: string },
      phase: Phase,
      network: Built,
      values: ReadingValues,
      /** What makes it hard to believe: it is kept, and counts once somebody says that it is right. */
      doubts: readonly string[] = [],
    ): Promise<string | null> => {
      const { site, brief, rememberReadings } = store.getState();
      const frozen = freeze(site, network.option, network.kit);
      const problem = await post({ phase, ...frozen }, [
        { kind: 'reading', id, at, by: brief.installer.slice(0, 80), stateId: AGAINST, ...values },
        ...(doubts.length > 0
          ? [
              {
                kind: 'correction' as const,
                // Named after its reading, so that a retry stores nothing twice.
                id: `${id}-asked`,
                at,
                by: '',
                readingId: id,
                act: 'setAside' as const,
                reason: askedReason(doubts),
              },
            ]
          : []),
      ]);
      if (!problem) rememberReadings({ did: 'take', ids: [id], words: 'a reading' });
      return problem;
    },
    [post, store],
  );
  const correct = useCallback(
    (readingIds: readonly string[], act: RowOf<'correction'>['act'], reason: string) =>
      post(
        null,
        readingIds.map((readingId) => ({
          kind: 'correction',
          id: newId('co'),
          ...now(),
          readingId,
          act,
          reason,
        })),
      ),
    [post],
  );
  const step = useCallback(
    (optionId: string, stepKey: string, act: RowOf<'step'>['act'], text = '') =>
      post(null, [{ kind: 'step', id: newId('ev'), ...now(), optionId, stepKey, act, text }]),
    [post],
  );
  /** What was seen of a unit at a place. */
  const tried = useCallback(
    (unitId: string, place: Place, seen: Pick<RowOf<'try'>, 'light' | 'levelDbm' | 'linkMbps'>) =>
      post(null, [{ kind: 'try', id: newId('ev'), ...now(), unitId, place, ...seen, note: '' }]),
    [post],
  );
  /** Where a unit stands as built; null is as planned. What was agreed to stays as it was. */
  const stands = useCallback(
    (unitId: string, place: Place | null) =>
      post(null, [
        { kind: 'move', id: newId('ev'), ...now(), unitId, place, feed: null, leftOut: false, note: '' },
      ]),
    [post],
  );
  const device = useCallback(
    (deviceId: string, joined: boolean) =>
      post(null, [{ kind: 'device', id: newId('ev'), ...now(), deviceId, joined, note: '' }]),
    [post],
  );
  /** Records rows of several kinds that belong together. */
  const rows = useCallback((list: EvidenceRow[]) => post(null, list), [post]);
  return { accept, extra, rows, tried, stands, device, reading, readings, correct, step };
}

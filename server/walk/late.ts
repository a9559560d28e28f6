import { evidenceRow, LONGEST_NOTE, spotReadAt } from '@/core/evidence/rows';
import type { Site } from '@/core/site/model/schema';

/** What a phone is told whose copy of the job is older than what is kept of it. */
export const LATE_WORDS =
  'This phone’s copy of the job is older than what is kept: the run is kept as a note at its spot and counts for nothing. Load the page again, and read it once more.';

/**
 * A reading whose network nobody knows any more, as a note of what was read: nothing is lost, and it is held against no
 * network it may not have been read in. Null where it is no reading at all.
 */
export function noteOfLate(row: Record<string, unknown>, site: Site): Record<string, unknown> | null {
  const parsed = evidenceRow.safeParse({ ...row, stateId: 'unknown' });
  if (!parsed.success || parsed.data.kind !== 'reading') return null;
  const { id, at, by, subject, connected, downMbps, upMbps, rssiDbm, loadedMs, idleMs, band, note } =
    parsed.data;
  const told = (value: number | null, unit: string, what: string) =>
    value === null ? [] : [`${what}${value} ${unit}`];
  const said = [
    ...(connected ? [] : ['no connection']),
    ...told(downMbps, 'Mb/s', 'down '),
    ...told(upMbps, 'Mb/s', 'up '),
    ...told(rssiDbm, 'dBm', ''),
    ...told(idleMs, 'ms', 'idle '),
    ...told(loadedMs, 'ms', 'under load '),
    ...(band === 'free' ? [] : [`${band} GHz`]),
    ...(note === '' ? [] : [note]),
  ].join(', ');
  const spotId = spotReadAt(parsed.data);
  const text = `Not counted, the network it was read in is not known any more: ${said}`;
  return {
    kind: 'remark',
    id,
    at,
    by,
    spotId: spotId !== null && site.spots.some((s) => s.id === spotId) ? spotId : null,
    unitId: subject.kind === 'link' ? subject.unitId : null,
    text: text.slice(0, LONGEST_NOTE),
  };
}

import type { Evidence } from '../evidence/fold';
import type { Reading } from '../evidence/rows';
import { SILENT_MBPS } from '../plan/links/judge';
import { fedThrough } from '../plan/option/graph';
import type { Option } from '../plan/option/schema';
import { median } from '../stats/median';

/**
 * What was read beside the units of a network under load, Mb/s down by unit: no more than that comes to anybody there. What hangs on a
 * unit that has lost its way has lost it too.
 */
export function backhaulsRead(e: Evidence, stateId: string, option: Option): ReadonlyMap<string, number> {
  const runs = new Map<string, Reading[]>();
  for (const r of e.links)
    if (r.stateId === stateId && r.subject.kind === 'link' && r.subject.load === 'loaded') {
      const list = runs.get(r.subject.unitId);
      if (list) list.push(r);
      else runs.set(r.subject.unitId, [r]);
    }
  const out = new Map<string, number>();
  for (const [unitId, list] of runs) {
    const mbps = median(list.flatMap((r) => (r.connected ? (r.downMbps ?? []) : 0)));
    if (mbps !== null) out.set(unitId, mbps);
  }
  for (const [unitId, mbps] of [...out])
    if (mbps < SILENT_MBPS) for (const id of fedThrough(option, unitId)) if (!out.has(id)) out.set(id, mbps);
  return out;
}

import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows } from '../evidence/rows';
import type { Documents } from './settle';

/** What of a brief counts for anything that is computed: typing a customer's name computes nothing. */
export function briefKey({
  customer: _c,
  address: _a,
  complaints: _p,
  paperLanguage: _l,
  lastVisit: _v,
  offer,
  ...rest
}: Documents['brief']): string {
  const { travelMinor, secondVisitMinor } = offer;
  return JSON.stringify({
    ...rest,
    allowed: { ...rest.allowed, note: '' },
    offer: [travelMinor, secondVisitMinor],
  });
}

/** Rows that a calibration or a verdict leans on: ticking a step changes neither. */
export const countRead = (rows: EvidenceRows): number =>
  rows.reduce((n, r) => n + Number(r.kind === 'reading' || r.kind === 'correction' || r.kind === 'state'), 0);

/** Spots at which something was read that still counts. */
export const placesRead = (rows: EvidenceRows): number =>
  new Set(evidenceOf(rows).valid.flatMap((r) => (r.subject.kind === 'spot' ? [r.subject.spotId] : []))).size;

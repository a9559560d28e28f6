import Papa from 'papaparse';
import { evidenceOf } from '../evidence/fold';
import type { Reading } from '../evidence/rows';
import { activitiesLabel, needOf } from '../site/model/needs';
import type { JobContent } from './jobFile';

/** Tables of a job for a spreadsheet: RFC 4180, a heading row; text that begins like a formula is none, numbers stay numbers. */
const csvOf = (columns: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string =>
  `${Papa.unparse([[...columns], ...rows.map((r) => r.map((c) => c ?? ''))], { newline: '\r\n', escapeFormulae: true })}\r\n`;

/** What a reading is about, in two cells: what kind of thing, and which. */
function aboutOf({ site, plan }: JobContent, { subject: s }: Reading): [string, string] {
  const letter = (id: string) =>
    [...plan.options, plan.today].flatMap((o) => o.units).find((u) => u.id === id)?.letter ?? id;
  switch (s.kind) {
    case 'spot': {
      const spot = site.spots.find((p) => p.id === s.spotId);
      return ['spot', spot ? String(spot.number) : s.spotId];
    }
    case 'together':
      return ['together', String(site.spots.find((p) => p.id === s.spotId)?.number ?? s.spotId)];
    case 'line':
      return ['line', ''];
    case 'link':
      return ['unit', letter(s.unitId)];
    case 'walk':
      return ['walk', `${letter(s.fromUnitId)} to ${letter(s.toUnitId)}`];
    case 'trialPlace':
    case 'trialOutlets':
      return ['trial', ''];
  }
}

/** Every run that was read, those set aside and those that prove nothing marked; it can be read in again, spot by spot. */
export function readingsCsv(job: JobContent): string {
  const e = evidenceOf(job.evidence);
  return csvOf(
    [
      'spot',
      'down_mbps',
      'up_mbps',
      'loaded_ms',
      'idle_ms',
      'rssi_dbm',
      'band',
      'device',
      'target',
      'at',
      'of',
      'device_name',
      'phase',
      'round',
      'by',
      'source',
      'counts',
      'note',
    ],
    e.readings.map((r) => {
      const [kind, which] = aboutOf(job, r);
      return [
        kind === 'spot' ? which : '',
        r.connected ? r.downMbps : 0,
        r.connected ? r.upMbps : 0,
        r.loadedMs,
        r.idleMs,
        r.rssiDbm,
        r.bandSeen,
        r.device,
        r.target,
        r.at,
        kind === 'spot' ? 'spot' : [kind, which].filter(Boolean).join(' '),
        r.deviceName,
        e.states.get(r.stateId)?.phase ?? '',
        e.roundOf.get(r.stateId) ?? '',
        r.by,
        r.source,
        e.struck.has(r.id) ? 'set aside' : e.unproving.has(r.id) ? 'proves nothing' : 'yes',
        r.note,
      ];
    }),
  );
}

/** The spots with where they are and what they need. */
export function spotsCsv({ site }: JobContent): string {
  return csvOf(
    [
      'number',
      'name',
      'storey',
      'x_m',
      'y_m',
      'height_m',
      'device',
      'device_name',
      'does',
      'down_mbps',
      'up_mbps',
      'round_trip_ms',
      'complaint',
    ],
    [...site.spots]
      .sort((a, b) => a.number - b.number)
      .map((s) => {
        const need = needOf(s.activities, site.activityLimits);
        const storey = site.buildings
          .flatMap((b) => b.storeys.map((t) => ({ id: t.id, name: `${b.name}, ${t.name}` })))
          .find((t) => t.id === s.place.storeyId);
        return [
          s.number,
          s.name,
          storey?.name ?? 'outdoors',
          s.place.xM,
          s.place.yM,
          s.place.heightM,
          s.client,
          s.deviceName,
          activitiesLabel(s.activities),
          need.downMbps,
          need.upMbps,
          need.latencyMs,
          s.complaint,
        ];
      }),
  );
}

/** The devices that have to be on the new network, and whether they are. */
export function devicesCsv({ brief, evidence }: JobContent): string {
  const { devices } = evidenceOf(evidence);
  return csvOf(
    ['name', 'only_2_4_ghz', 'matters', 'joined', 'at'],
    brief.devices.map((d) => {
      const row = devices.get(d.id);
      return [
        d.name,
        d.only24 ? 'yes' : 'no',
        d.matters ? 'yes' : 'no',
        row?.joined ? 'yes' : 'no',
        row?.at ?? '',
      ];
    }),
  );
}

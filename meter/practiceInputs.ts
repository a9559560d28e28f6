import type { Built } from '@/core/evidence/built';
import { powerOfRadio } from '@/core/plan/network/radios';
import { adapterOutlets } from '@/core/feed/powerline';
import { parentIdOf } from '@/core/plan/option/feeds';
import type { Unit } from '@/core/plan/option/schema';
import type { KitItem } from '@/core/kit/model/schema';
import { BANDS, BAND_INDEX } from '@/core/radio/link/bands';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { UNIT_GAIN_DBI } from '@/core/radio/link/link';
import type { ClientTypeId, Site } from '@/core/site/model/schema';
import type { Reading, Subject } from '@/core/evidence/rows';
import type { PracticeDevice, PracticeFeed, PracticeRun, PracticeUnit } from './practice/terms';

/** Widths radios use where nobody has set one, and the most they radiate indoors in most regions. */
const USUAL_WIDTH_MHZ = [20, 80, 160] as const;
const MOST_EIRP_DBM = [20, 23, 23] as const;
/** What a coax link of each version moves at its best, Mb/s. */
const COAX_MOST_MBPS = { '1.1': 90, '2.0': 400, '2.0b': 800, '2.5': 2000 } as const;
/** Number on a powerline box where the kit does not say. */
const POWERLINE_BOX_MBPS = 1000;

type Triple = [number, number, number];

/** A device by its data sheet, as the practice house takes it. */
export function practiceDevice(kind: ClientTypeId): PracticeDevice {
  const type = CLIENT_TYPES[kind];
  return {
    kind,
    bands: type.bands.map((b) => BAND_INDEX[b]),
    eirpDbm: [...type.eirpDbm] as Triple,
    gainDbi: [...type.gainDbi] as Triple,
    bodyDb: type.bodyDb,
    streams: type.streams,
    widthMhz: type.maxWidthMhz,
    ceilingMbps: type.ceilingMbps,
  };
}

function feedOf(site: Site, unit: Unit, kit: KitItem): PracticeFeed {
  const { feed } = unit;
  const parentId = parentIdOf(feed);
  switch (feed.kind) {
    case 'line':
      return { kind: 'line' };
    case 'ethernet':
    case 'fibre':
      return { kind: 'wire', parentId };
    case 'bridge':
      return { kind: 'air', parentId, bands: [1], shares: false };
    case 'wireless': {
      const own = kit.radios.filter((r) => r.role === 'backhaul');
      const radios = own.length > 0 ? own : kit.radios.filter((r) => r.role === 'access');
      const bands = [...new Set(radios.map((r) => BAND_INDEX[r.band]))];
      return { kind: 'air', parentId, bands: bands.length > 0 ? bands : [0], shares: own.length === 0 };
    }
    case 'coax':
      return {
        kind: 'coax',
        parentId,
        mostMbps: COAX_MOST_MBPS[kit.moca ?? '2.5'],
        pair: `${feed.nearCoaxId} ${feed.farCoaxId}`,
      };
    case 'powerline': {
      const outlet = (id: string | null) => site.outlets.find((o) => o.id === id) ?? null;
      const far = outlet(feed.farOutletId) ?? adapterOutlets(site, unit.place, unit.place)[1];
      const near = outlet(feed.nearOutletId);
      return {
        kind: 'powerline',
        parentId,
        boxMbps: kit.powerlineBoxMbps ?? POWERLINE_BOX_MBPS,
        sameCircuit: near !== null && far !== null && near.circuitId === far.circuitId,
        onStrip: near?.strip === true || far?.strip === true,
        pair: `${near?.id} ${far?.id}`,
      };
    }
  }
}

/** The units of a network by their data sheets, as the practice house takes them. */
export function practiceUnits(site: Site, { option, kit }: Built): PracticeUnit[] {
  return option.units.flatMap((unit) => {
    const item = kit.find((k) => k.id === unit.kitId);
    if (!item) return [];
    const access = BANDS.map((b) => item.radios.find((r) => r.role === 'access' && r.band === b));
    return [
      {
        id: unit.id,
        place: unit.place,
        eirpDbm: access.map((r, b) => (r ? Math.min(powerOfRadio(unit, r), MOST_EIRP_DBM[b]!) : null)),
        gainDbi: [...UNIT_GAIN_DBI] as Triple,
        widthMhz: BANDS.map((band, b) =>
          Math.min(
            unit.radios[band]?.widthMhz ?? USUAL_WIDTH_MHZ[b]!,
            access[b]?.maxWidthMhz ?? USUAL_WIDTH_MHZ[b]!,
          ),
        ) as Triple,
        streams: Math.max(1, ...access.map((r) => r?.streams ?? 1)),
        portMbps: item.portMbps,
        feed: feedOf(site, unit, item),
      },
    ];
  });
}

const tenth = (v: number) => Math.round(v * 10) / 10;

/** A run of the practice house as the values of a reading. */
export function asValues(
  run: PracticeRun,
  about: { subject: Subject; device: Reading['device']; deviceName: string },
  target: Reading['target'],
) {
  const told = (v: number) => (run.connected ? tenth(v) : null);
  return {
    ...about,
    target,
    band: 'free' as const,
    bandSeen: run.band === null ? null : BANDS[run.band]!,
    connected: run.connected,
    ...(run.bars && { bars: run.bars }),
    rssiDbm: run.rssiDbm === null ? null : Math.max(-110, Math.min(0, Math.round(run.rssiDbm))),
    downMbps: told(run.downMbps),
    upMbps: told(run.upMbps),
    loadedMs: told(run.loadedMs),
    idleMs: told(run.idleMs),
    source: 'practice' as const,
    replacesId: null,
    note: '',
  };
}

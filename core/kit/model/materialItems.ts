import { z } from 'zod';
import { id, label } from '../../site/model/schema';

/** What a stretch of material is for; a list of parts is made of these beside the units. */
export const materialKind = z.enum([
  'cable',
  'outdoorCable',
  'lead',
  'fibreLead',
  'fibreCable',
  'socket',
  'plug',
  'patch',
  'converter',
  'surge',
  'seal',
  'trunking',
  'clip',
  'mount',
  'injector',
  'coaxAdapter',
  'powerlineAdapter',
  'entryFilter',
  'modemFilter',
  'splitter',
  'terminator',
  'coaxLead',
  'socketLead',
  'modem',
]);
export type MaterialKind = z.infer<typeof materialKind>;

export const materialItem = z.strictObject({
  id,
  kind: materialKind,
  label,
  /** Length of a ready-made lead, m; null for everything else. */
  lengthM: z.number().min(0.1).max(1000).nullable(),
  per: z.enum(['piece', 'm']),
  costMinor: z.number().min(0).max(1_000_000_000_00),
});
export type MaterialItem = z.infer<typeof materialItem>;

const item = (
  materialId: string,
  kind: MaterialKind,
  text: string,
  costMinor: number,
  per: MaterialItem['per'] = 'piece',
  lengthM: number | null = null,
): MaterialItem => ({ id: materialId, kind, label: text, lengthM, per, costMinor });

/** Ready-made copper leads and fibres as they are stocked, m, with their price in minor units of EUR (estimates). */
const LEADS: readonly (readonly [number, number])[] = [
  [2, 5_00],
  [5, 8_00],
  [10, 12_00],
  [15, 16_00],
  [20, 20_00],
  [30, 28_00],
  [50, 44_00],
];
const FIBRES: readonly (readonly [number, number])[] = [
  [10, 18_00],
  [20, 30_00],
  [30, 42_00],
  [50, 66_00],
  [100, 120_00],
  [200, 230_00],
];

/**
 * Materials that are bought beside units, minor units of EUR (estimates; a job converts them by `brief.catalogueRate` or
 * overwrites them with its own). Sources and ranges: docs/model.md "Prices and times".
 */
export const MATERIALS: readonly MaterialItem[] = [
  item('cable-cat5e', 'cable', 'Cat 5e', 70, 'm'),
  item('cable-cat6', 'cable', 'Cat 6', 90, 'm'),
  item('cable-cat6a', 'cable', 'Cat 6A', 140, 'm'),
  item('cable-outdoor', 'outdoorCable', 'outdoor cable', 160, 'm'),
  ...LEADS.map(([m, cost]) => item(`lead-${m}`, 'lead', `Ready-made lead, ${m} m`, cost, 'piece', m)),
  ...FIBRES.map(([m, cost]) => item(`fibre-${m}`, 'fibreLead', `Fibre, pre-made, ${m} m`, cost, 'piece', m)),
  item('fibre-m', 'fibreCable', 'Fibre made to length, with plugs', 130, 'm'),
  item('socket-pair', 'socket', 'Data outlets, pair', 14_00),
  item('socket-one', 'socket', 'Data outlet, single', 8_00),
  item('plug-pair', 'plug', 'Plugs, pair', 3_00),
  item('plug-one', 'plug', 'Plug, single', 2_00),
  item('patch', 'patch', 'Ready-made leads, short', 4_00),
  item('converters', 'converter', 'Media converters, pair', 70_00),
  item('surge-pair', 'surge', 'Surge protection, pair', 48_00),
  item('seals', 'seal', 'Entry seals', 4_00),
  item('trunking', 'trunking', 'Trunking', 3_50, 'm'),
  item('clip', 'clip', 'Clips', 6),
  item('mount', 'mount', 'Outdoor fixing: gland, seal, ties', 12_00),
  item('injector', 'injector', 'Injector', 28_00),
  item('coax-single', 'coaxAdapter', 'Coax adapter, single', 68_00),
  item('powerline-single', 'powerlineAdapter', 'Powerline adapter, single', 30_00),
  item('entry-filter', 'entryFilter', 'Coax entry filter', 12_00),
  item('modem-filter', 'modemFilter', 'Coax filter for the modem', 10_00),
  item('splitter', 'splitter', 'Splitter to 1675 MHz', 9_00),
  item('terminator', 'terminator', 'Terminators, 75 Ω', 1_50),
  item('coax-lead', 'coaxLead', 'Coax leads, short', 5_00),
  item('modem', 'modem', 'Modem for the line, without radio', 75_00),
  item('socket-lead', 'socketLead', 'Short lead for a socket that is covered', 6_00),
];

const byId = new Map(MATERIALS.map((m) => [m.id, m]));

/** An item of material: the job's own before the tabled one. Unknown ids are a bug: they stand in the code alone. */
export function materialById(materialId: string, own: readonly MaterialItem[] = []): MaterialItem {
  const found = own.find((m) => m.id === materialId) ?? byId.get(materialId);
  if (!found) throw new Error(`there is no material ${materialId}`);
  return found;
}

/** The job's own items and the tabled ones it does not overwrite. */
export const allMaterials = (own: readonly MaterialItem[]): MaterialItem[] => [
  ...own,
  ...MATERIALS.filter((m) => !own.some((o) => o.id === m.id)),
];

/** The shortest ready-made lead that reaches, by kind; null where none is that long. */
export function stockedLead(
  kind: 'lead' | 'fibreLead',
  lengthM: number,
  own: readonly MaterialItem[] = [],
): MaterialItem | null {
  const long = allMaterials(own).filter((m) => m.kind === kind && m.lengthM !== null && m.lengthM >= lengthM);
  return long.sort((a, b) => a.lengthM! - b.lengthM!)[0] ?? null;
}

/** The fewest ready-made pieces for a number of pieces and their price, from singles and packs of it. */
export interface Packing {
  singles: number;
  packs: { pieces: number; count: number; costMinor: number }[];
  costMinor: number;
  /** Pieces more than were wanted: a kit of three that is cheaper than two. */
  spares: number;
}

/** How a number of pieces is bought for the least money, from singles and the packs it is sold in. */
export function cheapestPacking(
  pieces: number,
  singleMinor: number,
  packs: readonly { pieces: number; costMinor: number }[],
): Packing {
  // Least price of at least n pieces, with what was taken last.
  const best: { costMinor: number; take: number }[] = [{ costMinor: 0, take: -1 }];
  for (let n = 1; n <= pieces; n++) {
    let least = { costMinor: best[n - 1]!.costMinor + singleMinor, take: -1 };
    packs.forEach((p, i) => {
      const costMinor = best[Math.max(0, n - p.pieces)]!.costMinor + p.costMinor;
      if (costMinor < least.costMinor) least = { costMinor, take: i };
    });
    best.push(least);
  }
  const counts = packs.map(() => 0);
  let singles = 0;
  let left = pieces;
  while (left > 0) {
    const { take } = best[left]!;
    if (take < 0) singles++;
    else counts[take]!++;
    left -= take < 0 ? 1 : packs[take]!.pieces;
  }
  return {
    singles,
    packs: packs.flatMap((p, i) => (counts[i]! > 0 ? [{ ...p, count: counts[i]! }] : [])),
    costMinor: best[Math.max(0, pieces)]!.costMinor,
    spares: Math.max(0, -left),
  };
}

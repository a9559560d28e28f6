/**
 * Prices of material, minor units of EUR (estimates; a job in another currency converts or relabels them by
 * `brief.catalogueRate`). Sources and ranges: docs/model.md "Prices and times".
 */
export const CABLE_MINOR_PER_M = { indoor: 90, outdoor: 160, fibre: 140 } as const;
export const MATERIAL_MINOR = {
  socketPair: 14_00,
  lead: 4_00,
  longLead: 9_00,
  clips: 6_00,
  trunkingPerM: 3_50,
  convertersPair: 70_00,
  surgePair: 48_00,
  entrySeals: 8_00,
  mount: 12_00,
  injector: 28_00,
  coaxSingle: 68_00,
  powerlineSingle: 30_00,
  entryFilter: 12_00,
  modemFilter: 10_00,
  splitter: 9_00,
  terminator: 1_50,
  coaxLead: 5_00,
} as const;
/** Clips in a bag, and metres between two of them. */
export const CLIPS_IN_BAG = 100;
export const CLIP_EVERY_M = 0.4;

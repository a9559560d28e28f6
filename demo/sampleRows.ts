import { kitById } from '../core/kit/catalogue/catalogue';
import type { KitItem } from '../core/kit/model/schema';
import type { Option } from '../core/plan/option/schema';
import { emptySite, type Site } from '../core/site/model/schema';
import { freeze, networkHash } from '../core/evidence/frozenNetwork';
import type { Phase, Reading, RowOf, StateRow } from '../core/evidence/rows';

/** Rows of evidence for demo data and tests, with whatever differs. */
const AT = '2026-01-01T00:00:00Z';
const NOTHING: Option = { id: 'o', name: 'O', units: [], wiredSpots: [] };

/** A frozen network: by default one without units. */
export function sampleState(
  id: string,
  phase: Phase,
  option: Option = NOTHING,
  {
    site = emptySite(),
    ownKit = [],
    at = AT,
  }: { site?: Site; ownKit?: readonly KitItem[]; at?: string } = {},
): StateRow {
  const kit = [...new Set(option.units.map((u) => u.kitId))].map((kitId) => kitById(kitId, ownKit)!);
  const { network, labels } = freeze(site, option, kit);
  return { kind: 'state', id, at, by: '', phase, hash: networkHash(network, site), network, labels };
}

export const sampleRound = (number: number, stateId: string): RowOf<'round'> => ({
  kind: 'round',
  id: `round-${number}`,
  at: AT,
  by: '',
  number,
  stateId,
});

export const sampleStrike = (
  readingId: string,
  act: RowOf<'correction'>['act'] = 'setAside',
): RowOf<'correction'> => ({
  kind: 'correction',
  id: `${act}-${readingId}`,
  at: AT,
  by: '',
  readingId,
  act,
  reason: 'x',
});

export const sampleStep = (
  stepKey: string,
  act: RowOf<'step'>['act'],
  optionId = 'o',
  text = '',
): RowOf<'step'> => ({
  kind: 'step',
  id: `${stepKey}-${act}-${optionId}-${text}`.slice(0, 64).replace(/[^A-Za-z0-9_-]/g, '-'),
  at: AT,
  by: '',
  optionId,
  stepKey,
  act,
  text,
});

export const sampleAcceptance = (option: Pick<Option, 'id' | 'name'>): RowOf<'acceptance'> => ({
  kind: 'acceptance',
  id: `accepted-${option.id}`,
  at: AT,
  by: '',
  optionId: option.id,
  optionName: option.name,
  forecast: [],
  note: '',
});

let count = 0;

/** A good reading by phone, some seconds after the one before it. */
export function sampleReading({
  spotId = 's',
  ...values
}: Partial<Reading> & { spotId?: string | null } = {}): Reading {
  return {
    kind: 'reading',
    id: `r${++count}`,
    at: new Date(Date.parse(AT) + count * 10_000).toISOString(),
    by: '',
    subject: spotId === null ? { kind: 'line' } : { kind: 'spot', spotId },
    stateId: 'b',
    target: 'internet',
    device: 'phone',
    deviceName: '',
    band: 'free',
    bandSeen: '5',
    connected: true,
    rssiDbm: -60,
    downMbps: 50,
    upMbps: 20,
    loadedMs: 40,
    idleMs: 10,
    source: 'typed',
    replacesId: null,
    note: '',
    ...values,
  };
}

/** A test that shows a guest network to be apart. */
export const sampleIsolation = (more: Partial<RowOf<'isolation'>> = {}): RowOf<'isolation'> => ({
  kind: 'isolation',
  id: 'iso-0001',
  at: AT,
  by: '',
  network: 'guest',
  mainBefore: true,
  mainAfter: true,
  houseFromApart: false,
  internetFromApart: true,
  ...more,
});

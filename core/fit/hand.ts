import { kitOf } from '../plan/network/context';
import type { CautionId } from './cautions';
import type { Fitting } from './fitting';
import type { Mount } from '../kit/model/details';
import { placeKey } from './placing';
import type { Step } from './step';

/** What fixes a unit where it goes. */
const TO_MOUNT: Readonly<Record<Mount, readonly string[]>> = {
  shelf: [],
  plugIn: [],
  inWall: ['screwdriver', 'punch-down tool'],
  wall: ['screwdriver', 'drill, plugs and screws', 'level'],
  ceiling: ['screwdriver', 'drill, plugs and screws', 'step ladder'],
  pole: ['bracket and spanner', 'seal and outdoor ties'],
};

/** What a caution wants at hand. */
const FOR_CAUTION: Readonly<Partial<Record<CautionId, readonly string[]>>> = {
  drilling: ['detector for pipes and cables', 'mask and eye protection'],
  overhead: ['detector for pipes and cables', 'mask and eye protection'],
  mains: ['voltage tester'],
  dataPlate: ['cable tester', 'voltage tester'],
  loft: ['lamp, mask and gloves'],
  ladder: ['ladder'],
  fibre: ['box for shards'],
  outdoorCable: ['seals for the entry'],
};

/** Unit by its letter, with what it gets its power from. */
function unitInHand(fitting: Fitting, unitId: string, withSupply: boolean): string[] {
  const unit = fitting.option.units.find((u) => u.id === unitId);
  if (!unit) return [];
  const kit = kitOf(fitting.context, unit);
  const hasSupply = withSupply && kit.mount !== 'plugIn' && kit.poe === null;
  return [hasSupply ? `${unit.letter} with its supply` : unit.letter];
}

/** Whether a step puts a unit in a place its cable was brought to by another. */
const isLaidTo = (fitting: Fitting, { key }: Pick<Step, 'key'>, unitId: string): boolean =>
  key === placeKey({ id: unitId }) &&
  fitting.option.units.some((u) => u.id === unitId && u.feed.kind === 'ethernet');

/** What each act takes. */
function ofActs(fitting: Fitting, step: Pick<Step, 'acts' | 'key'>): string[] {
  const carried = step.acts.flatMap((a) => (a.verb === 'carry' ? [a.unitId] : []));
  return step.acts.flatMap((a): string[] => {
    switch (a.verb) {
      case 'carry':
        return unitInHand(fitting, a.unitId, true);
      case 'power':
        return a.from.by === 'injector'
          ? ['injector']
          : carried.includes(a.unitId)
            ? []
            : unitInHand(fitting, a.unitId, a.from.by === 'own');
      case 'lead':
        // The cable to its place was laid before it, and is there already.
        return a.to.at === 'outlet' || isLaidTo(fitting, step, a.unitId) ? [] : ['patch lead'];
      case 'mount': {
        const unit = fitting.option.units.find((u) => u.id === a.unitId);
        return unit ? [...TO_MOUNT[kitOf(fitting.context, unit).mount]] : [];
      }
      case 'set':
        return a.what === 'bridgeEnds' || a.what === 'bridge' || a.what === 'accessPoint'
          ? ['laptop']
          : ['phone or laptop'];
      case 'search':
        return a.pressS > 0 ? [] : ['phone or laptop'];
      case 'found':
        return ['the noted serials'];
      case 'pair':
        return ['the adapters'];
      default:
        return [];
    }
  });
}

/** What a kind of step takes whatever its acts are. */
function ofKind(step: Pick<Step, 'key' | 'cautions' | 'acts'>): string[] {
  const kind = step.key.split(':')[0]!;
  const isLaid = step.cautions.includes('drilling');
  const isFibre = step.cautions.includes('fibre');
  const ends = isFibre
    ? ['media converters with their supplies']
    : ['cable tester', 'labels and pen', ...(isLaid ? ['tool for outlets or plugs'] : [])];
  switch (kind) {
    case 'labels':
      return ['labels and pen', 'camera'];
    case 'boxes':
      return ['the shopping list'];
    case 'power':
      return ['phone or laptop'];
    case 'network':
    case 'apart':
      return ['the customer’s paper for names and keys'];
    case 'modem':
    case 'gateway':
      return ['log-in of the line'];
    case 'cable':
    case 'wire':
    case 'entry':
      return [
        ...(isLaid ? [isFibre ? 'the fibre' : 'reel of cable', 'drill and long bits', 'pull cord'] : []),
        ...(kind === 'wire' || !isLaid ? ['patch lead'] : []),
        ...ends,
      ];
    case 'coax':
      return ['filters, splitters and terminators of the list', 'spanner for coax'];
    case 'read':
      return ['the devices the spots were read with', 'laptop', 'patch lead'];
    case 'devices':
    case 'devicesFirst':
      return ['the list of devices'];
    default:
      return [];
  }
}

/** Pairing coax on the bench goes over a short lead and a splitter. */
const ofCoax = (step: Pick<Step, 'acts' | 'cautions'>): string[] =>
  step.acts.some((a) => a.verb === 'pair') && step.cautions.includes('coaxKey')
    ? ['short coax lead and a two-way splitter']
    : [];

/** What a step takes, for the hands: its unit first, then leads and parts, then tools, then what keeps one safe. */
export function handOf(fitting: Fitting, step: Step): string[] {
  const safe = step.cautions.flatMap((c) => FOR_CAUTION[c] ?? []);
  return [...new Set([...ofActs(fitting, step), ...ofKind(step), ...ofCoax(step), ...safe])];
}

/** A step with what goes into the van for it, beside what an earlier step has brought already. */
export interface Packed {
  key: string;
  title: string;
  items: readonly string[];
}

/** The van by step: what each step is the first to want. What the last wants goes in first. */
export function packedByStep(steps: readonly Pick<Step, 'key' | 'title' | 'hand'>[]): Packed[] {
  const there = new Set<string>();
  return steps.flatMap(({ key, title, hand }) => {
    const items = hand.filter((h) => !there.has(h));
    for (const h of items) there.add(h);
    return items.length === 0 ? [] : [{ key, title, items }];
  });
}

import { radarWait } from '../plan/cost/work';
import { powerRunOf } from '../plan/network/cableRun';
import { kitOf } from '../plan/network/context';
import { parentIdOf } from '../plan/option/feeds';
import type { Unit } from '../plan/option/schema';
import type { CautionId } from './cautions';
import { carriesRoot, isCrept, powerOf, type Fitting } from './fitting';
import { showsOf } from './recipes';
import type { Step } from './step';

/** Keys of the steps of a unit. */
export const joinKey = (unit: { id: string }): string => `join:${unit.id}`;
export const placeKey = (unit: { id: string }): string => `place:${unit.id}`;

/** What to say of a unit that is silent at first on a radar-checked channel. */
export function radarWords({ context }: Fitting, unit: Unit): string[] {
  const wait = radarWait(context, unit);
  if (!wait) return [];
  return [`Channel ${wait.channel} is checked for radar: silent ${wait.min} min after start. Not a fault.`];
}

/** What carries a wired unit, in a word. */
const backhaulWord = (unit: Unit): string =>
  unit.feed.kind === 'coax' || unit.feed.kind === 'powerline'
    ? `${unit.feed.kind} adapters`
    : unit.feed.kind === 'fibre'
      ? 'fibre'
      : 'cable';

/** Cautions of fixing a unit where it goes. */
export function placeCautions(fitting: Fitting, unit: Unit): CautionId[] {
  const kit = kitOf(fitting.context, unit);
  const from = powerOf(fitting, unit);
  const isHigh = kit.outdoor || kit.mount === 'pole' || kit.mount === 'ceiling';
  return [
    ...(isHigh ? (['ladder'] as const) : []),
    ...(kit.mount === 'ceiling' ? (['overhead'] as const) : []),
    ...(kit.mount === 'wall' || powerRunOf(fitting.context, fitting.option, unit)
      ? (['drilling'] as const)
      : []),
    ...(kit.mount === 'inWall' ? ([kit.poe === null ? 'mains' : 'dataPlate'] as const) : []),
    ...(kit.outdoor || unit.place.storeyId === null ? (['outdoorCable', 'radio'] as const) : []),
    ...(isCrept(fitting.context, unit.place) ? (['loft'] as const) : []),
    ...(kit.mount === 'plugIn' ? (['strip'] as const) : []),
    ...(from.by === 'injector' || (from.by === 'own' && kit.mount !== 'plugIn') ? (['supply'] as const) : []),
  ];
}

/** Reads the light at the place, and goes on from what it says. */
export function readsAtPlace(fitting: Fitting, unit: Unit): Pick<Step, 'good' | 'notes'> {
  const kit = kitOf(fitting.context, unit);
  const holds = showsOf(kit, 'holds', 'afterwards');
  const isWireless = unit.feed.kind === 'wireless';
  return {
    good: `Its light says that it holds${holds ? `: ${holds}` : ''}; its page names the backhaul that was planned.`,
    notes: [
      isWireless
        ? 'Give it 1 to 3 minutes. Lost: one step back towards its uplink, wait, read again.'
        : `Confirm that it really uses its ${backhaulWord(unit)} and has not fallen back to wireless.`,
      ...radarWords(fitting, unit),
    ],
  };
}

/** A unit is joined once the final name is set, beside a root that is where it stays; what the root hangs on comes before. */
export const afterName = (fitting: Fitting, unit: Unit): string[] => {
  const { root, gateway } = fitting;
  if (carriesRoot(fitting, unit)) return ['gateway'];
  return ['network', ...(root.id === gateway.id ? [] : [placeKey(root)])];
};

/** What a unit's place waits for: its cable, its adapters, and the unit it is fed by. */
export const beforePlace = (unit: Unit, adapters: readonly string[]): string[] => [
  `cable:${unit.id}`,
  ...adapters,
  ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : []),
];

import type { Option } from '../plan/option/schema';
import { framesOf, placeToday } from '../site/model/frames';
import type { Site } from '../site/model/schema';
import type { Phase } from '../readings/line';
import type { Evidence, NetworkState } from './schema';

/** The network of a frozen state with its units where they would be today: a unit moves with the building it is in. */
export function optionToday(site: Site, state: NetworkState): Option {
  const units = state.option.units.map((u) => {
    const place = placeToday(site, u.place, state.frames);
    return place === u.place ? u : { ...u, place };
  });
  return units.every((u, i) => u === state.option.units[i]) ? state.option : { ...state.option, units };
}

const same = (a: Option, b: Option) =>
  JSON.stringify(a.units) === JSON.stringify(b.units) &&
  JSON.stringify(a.wiredSpots) === JSON.stringify(b.wiredSpots);

/**
 * The frozen network a reading taken now hangs on: the newest of its phase where the network is still the same, else a
 * new one (a new round where something was changed after work was read). `isNew` says that it has to be recorded.
 */
export function stateForReading(
  site: Site,
  e: Evidence,
  phase: Phase,
  option: Option,
  id: string,
  takenAt: string,
): { state: NetworkState; isNew: boolean } {
  const kind = phase === 'before' ? 'today' : 'asBuilt';
  const own = e.states.filter((s) => s.kind === kind);
  const newest = own.reduce<NetworkState | null>(
    (best, s) => (best && best.round > s.round ? best : s),
    null,
  );
  if (newest && same(optionToday(site, newest), option)) return { state: newest, isNew: false };
  const round = phase === 'before' ? (newest?.round ?? -1) + 1 : (newest?.round ?? 0) + 1;
  return {
    isNew: true,
    state: {
      id,
      kind,
      round,
      label: phase === 'before' ? 'Today' : `As built, round ${round}`,
      takenAt,
      option,
      frames: framesOf(site),
    },
  };
}

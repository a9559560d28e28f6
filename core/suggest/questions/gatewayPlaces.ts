import { kitById } from '../../kit/catalogue/catalogue';
import type { PlanContext } from '../../plan/network/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import { gatewayOf } from '../../plan/option/graph';
import type { Option } from '../../plan/option/schema';
import { movedGateways } from '../choices/gateways';
import { servedOf } from '../../site/model/verdict';
import { goodOf, unitAt } from '../choices/addedUnit';
import { goodPlacesOf } from './goodPlaces';
import { type Proposal, proposed } from '../choices/added';

/** A place for the gateway, or one node more, with what it does and takes. */
export interface GatewayChoice extends Proposal {
  label: string;
  served: number;
  good: number;
  totalMinor: number;
  hours: number;
  cableM: number;
  holes: number;
  stops: readonly string[];
}

/** Most places the gateway is tried at, and most that are told. */
const MOST_TOLD = 8;

/**
 * Where else the gateway could stand, each with the way of the line to it (a run that is there, the coax, a new cable), beside
 * staying and adding one node of its own kind at the best place. The best first; `pause` is awaited between them.
 */
export async function gatewayChoices(
  context: PlanContext,
  option: Option,
  today: Option,
  pause: () => Promise<void>,
): Promise<GatewayChoice[]> {
  const gateway = gatewayOf(option);
  if (!gateway || gateway.feed.kind !== 'line') return [];
  const told = (label: string, tried: Option): GatewayChoice => {
    const e = evaluate(context, tried, today);
    return {
      label,
      ...proposed(tried, [option]),
      served: servedOf(e.predictions).length,
      good: goodOf(e.predictions),
      totalMinor: e.price.totalMinor,
      hours: e.price.hours,
      cableM: e.cables.reduce((sum, c) => sum + c.run.lengthM, 0),
      holes: e.cables.reduce((sum, c) => sum + c.run.walls + c.run.floors, 0),
      stops: e.notices.flatMap((n) => (n.severity === 'blocks' ? [n.words] : [])),
    };
  };
  const HOW = { run: 'over the run that is there', coax: 'over the coax', cable: 'by a new cable' };
  const moved: GatewayChoice[] = [];
  for (const m of movedGateways(context, option)) {
    await pause();
    const label = `${gateway.letter} to ${m.candidate.name}, ${m.entry ? HOW[m.entry] : 'beside the entry'}`;
    moved.push(told(label, m.option));
  }
  const kit = kitById(gateway.kitId, context.ownKit)!;
  const nodeKit = kit.feeds.includes('wireless') ? kit : kitById('mesh-dual', context.ownKit)!;
  const best = (await goodPlacesOf(context, option, nodeKit, pause))[0];
  const node = best
    ? [
        told(`Stay, one ${nodeKit.label} more at ${best.candidate.name}`, {
          ...option,
          units: [
            ...option.units,
            unitAt(context, option, nodeKit, best.candidate.place, `${gateway.id}-more`),
          ],
        }),
      ]
    : [];
  const order = (a: GatewayChoice, b: GatewayChoice) =>
    Number(a.stops.length > 0) - Number(b.stops.length > 0) ||
    b.served - a.served ||
    b.good - a.good ||
    a.totalMinor - b.totalMinor;
  return [told('As it is', option), ...node, ...moved.sort(order).slice(0, MOST_TOLD)];
}

import { kitOf, lengthText, type PlanContext } from '../plan/context';
import { gatewayOf } from '../plan/graph';
import { hopOf } from '../plan/hop';
import { radioEnd } from '../plan/radios';
import { radarWaitS } from '../radio/regions';
import type { Option, Unit } from '../plan/schema';
import { buildingAt } from '../site/levels';
import { schedule, type ScheduledStep, type Step } from './schedule';
import type { CautionId } from './cautions';

/** Minutes of work per metre of cable run, and to begin one (estimates). */
const CABLE_MIN_PER_M = 0.9;
const CABLE_MIN_START = 10;

function step(key: string, title: string, handsMin: number, more: Partial<Step> = {}): Step {
  return {
    key,
    title,
    detail: [],
    good: '',
    handsMin,
    waitMin: 0,
    waitLabel: null,
    cautions: [],
    unitId: null,
    asksSerial: false,
    after: [],
    ...more,
  };
}

/** Units in the order they are fed: parents first, then by letter. */
function feedOrder(option: Option): Unit[] {
  const out: Unit[] = [];
  const left = [...option.units].sort((a, b) => a.letter.localeCompare(b.letter));
  while (left.length > 0) {
    const i = left.findIndex((u) => u.feed.parentId === null || out.some((p) => p.id === u.feed.parentId));
    out.push(...left.splice(Math.max(0, i), 1));
  }
  return out;
}

function betweenBuildings(context: PlanContext, a: Unit, b: Unit): boolean {
  const at = (u: Unit) => buildingAt(context.site, u.place.xM, u.place.yM)?.id ?? null;
  return at(a) !== at(b);
}

function cableStep(context: PlanContext, option: Option, unit: Unit): Step | null {
  const parent = option.units.find((u) => u.id === unit.feed.parentId);
  const { kind } = unit.feed;
  if (!parent || (kind !== 'ethernet' && kind !== 'fibre')) return null;
  const lengthM = hopOf(context, option, unit)?.lengthM ?? 0;
  const across = betweenBuildings(context, parent, unit);
  const { allowed } = context.brief;
  const cautions: CautionId[] = ['drilling'];
  if (allowed.rented || allowed.listed || !allowed.drilling) cautions.push('consent');
  if (across) cautions.push(kind === 'fibre' ? 'buried' : 'copperBetween', 'outdoorCable');
  if (kind === 'fibre') cautions.push('fibre');
  const what = kind === 'fibre' ? 'fibre' : unit.feed.category.replace('cat', 'Cat ').replace(/a$/, 'A');
  return step(
    `cable:${unit.id}`,
    `Run ${what} from ${parent.letter} to the place of ${unit.letter}`,
    Math.round(CABLE_MIN_START + lengthM * CABLE_MIN_PER_M),
    {
      detail: [
        `${lengthText(context.brief, lengthM)} with slack${across ? ', from building to building' : ''}.`,
        kind === 'fibre'
          ? 'A media converter at each end; check the link light on both.'
          : 'Solid copper, tested wire by wire before the unit is hung.',
      ],
      good:
        kind === 'fibre'
          ? 'Both converters show link.'
          : 'Tester shows all eight wires; the port negotiates its full rate.',
      cautions,
      unitId: unit.id,
    },
  );
}

/** Silence of a unit's radios after start on radar-checked channels, and what to say about it. */
function radarWait(context: PlanContext, unit: Unit): { waitMin: number; words: string[] } {
  const kit = kitOf(context, unit);
  const channels = kit.radios.filter((r) => r.band === '5').map((r) => radioEnd(unit, kit, r).channel);
  const waits = channels.map((c) => ({ channel: c, min: radarWaitS(context.brief, c) / 60 }));
  const longest = waits.sort((a, b) => b.min - a.min)[0];
  if (!longest || longest.min === 0) return { waitMin: 0, words: [] };
  return {
    waitMin: longest.min,
    words: [
      `Channel ${longest.channel} is checked for radar: silent ${longest.min} min after start. Not a fault.`,
    ],
  };
}

function joinSteps(context: PlanContext, unit: Unit, gateway: Unit): Step[] {
  const kit = kitOf(context, unit);
  const { joining } = context.brief.policies;
  const onBench = joining === 'bench' || kit.outdoor;
  const radar = radarWait(context, unit);
  if (kit.kind === 'switch')
    return [
      step(`place:${unit.id}`, `Fix ${unit.letter} at ${unit.name} and power it`, kit.handsMin, {
        detail: [
          'It needs no joining. One cable to its parent, never two: that is a loop.',
          ...(kit.poeSource ? ['Powered ports: nothing but standard devices on them.'] : []),
        ],
        good: 'Link light at the rate of the port on both ends of its feed.',
        cautions: kit.poeSource ? ['poe'] : [],
        unitId: unit.id,
        after: [`cable:${unit.id}`, ...(unit.feed.parentId ? [`place:${unit.feed.parentId}`] : [])],
      }),
    ];
  if (kit.kind === 'powerline' || kit.kind === 'coax')
    return pairSteps(unit, kit.kind, kit.handsMin, kit.waitMin);
  const join = step(
    `join:${unit.id}`,
    onBench ? `Join ${unit.letter} beside the gateway` : `Join ${unit.letter} at its place`,
    kit.handsMin,
    {
      detail:
        kit.kind === 'extender'
          ? ['Enter the key of both bands.', 'Decide on the network name afterwards, as the job says.']
          : [
              onBench
                ? `Stand ${unit.letter} within 3 m of ${gateway.letter}. Nothing in its cable ports.`
                : `Power ${unit.letter} at its place; not found means one step closer.`,
              `Start the search on ${gateway.letter} first.`,
              `Then press the join button of ${unit.letter}, within 2 minutes.`,
            ],
      good: 'Steady light, and the serial found is the one on the label.',
      waitMin: kit.waitMin,
      waitLabel: `${unit.letter} updates`,
      cautions: ['updating', ...(kit.poe ? (['poe'] as const) : [])],
      unitId: unit.id,
      asksSerial: true,
      after: ['network'],
    },
  );
  const placing = step(
    `place:${unit.id}`,
    `Carry ${unit.letter} to ${unit.name} and read its light`,
    kit.outdoor ? 30 : 8,
    {
      detail: [
        'Off the floor, upright, in the open, away from metal, water and microwave ovens.',
        unit.feed.kind === 'wireless'
          ? 'Wait 1 to 3 minutes. Lost: one step back towards its parent, wait, read again.'
          : `Confirm that it really uses its ${unit.feed.kind === 'fibre' ? 'fibre' : 'cable'} and has not fallen back to the air.`,
        ...radar.words,
      ],
      good: 'Its light says holds; the set-up page names the feed that was planned.',
      waitMin: 3 + radar.waitMin,
      waitLabel: `${unit.letter} settles`,
      cautions: kit.outdoor ? ['ladder', 'outdoorCable', 'radio'] : [],
      unitId: unit.id,
      after: [
        `join:${unit.id}`,
        `cable:${unit.id}`,
        ...(unit.feed.parentId ? [`place:${unit.feed.parentId}`] : []),
      ],
    },
  );
  return [join, placing];
}

function pairSteps(unit: Unit, kind: 'powerline' | 'coax', handsMin: number, waitMin: number): Step[] {
  const powerline = kind === 'powerline';
  return [
    step(`join:${unit.id}`, `Pair the ${kind} adapters of ${unit.letter}`, handsMin, {
      detail: powerline
        ? [
            'Both into the wall near each other, pair within 2 minutes.',
            'Label which two belong together. A big adapter blocks the next socket.',
          ]
        : [
            'Test the pair on a short lead before using the walls.',
            'Entry filter at the point of entry, splitters rated to 1675 MHz, unused ports terminated.',
          ],
      good: 'Both adapters show their link light on the short path.',
      waitMin,
      waitLabel: `${unit.letter} pairs`,
      cautions: powerline ? ['strip', 'mains', 'powerlineKey'] : ['coaxKey'],
      unitId: unit.id,
      asksSerial: true,
      after: ['network'],
    }),
    step(`place:${unit.id}`, `Plug ${unit.letter} in at ${unit.name}`, 5, {
      detail: [
        powerline
          ? 'Near adapter at the parent’s outlet, far adapter here.'
          : 'Near adapter at the parent’s coax outlet, far adapter here.',
        'Test the link under load and enter it on its feed in Plan.',
      ],
      good: 'The link light holds with a transfer running.',
      cautions: powerline ? ['strip'] : [],
      unitId: unit.id,
      after: [`join:${unit.id}`, ...(unit.feed.parentId ? [`place:${unit.feed.parentId}`] : [])],
    }),
  ];
}

/**
 * The ordered run sheet of an option, as it is fitted without call-backs: boxes, labels, gateway, final name before
 * satellites, cables while units update, joining one by one, placing parents first. Empty where nothing is planned.
 */
export function runSheet(context: PlanContext, option: Option): ScheduledStep[] {
  const gateway = gatewayOf(option);
  if (!gateway) return [];
  const { brief } = context;
  const units = feedOrder(option);
  const others = units.filter((u) => u.id !== gateway.id);
  const replaced = kitOf(context, gateway).kind !== 'router';
  const steps: Step[] = [
    step('boxes', 'Check the boxes; reset what was used before', 2 + 2 * units.length, {
      detail: ['All parts beside the gateway. Used or refurbished units: hold the button 7 to 10 s.'],
      good: 'Every unit of the list is on the bench.',
    }),
    step('labels', 'Write down printed names, keys and serials', 3 * units.length, {
      detail: ['Before anything is fixed to a wall. Keys are case-sensitive.'],
      good: 'Each serial is noted below its unit.',
      cautions: ['keys'],
      unitId: gateway.id,
      asksSerial: true,
    }),
    step('ask', 'Ask what hangs on the old router', 4, {
      detail: [
        brief.oldRouter.telephone ? 'The brief says: a telephone.' : 'Telephone?',
        brief.oldRouter.alarm ? 'The brief says: an alarm.' : 'Intruder, fire or medical alarm?',
      ],
      good: 'Agreed with the customer, tested afterwards.',
      cautions: ['phoneAlarm'],
    }),
    step(
      'gateway',
      replaced ? `Modem off, old router out, ${gateway.letter} in` : `Check ${gateway.letter} and its line`,
      6,
      {
        detail: replaced
          ? [
              'Modem off. If it also routes: bridge or access-point mode now.',
              `Cable from the modem into the WAN port of ${gateway.letter}; modem on, then ${gateway.letter}.`,
            ]
          : ['It stays: test the line by cable first.'],
        good: 'A wired laptop reaches the internet at the speed of the line.',
        waitMin: 5,
        waitLabel: 'Modem settles',
        cautions: ['phoneAlarm', 'radio'],
        unitId: gateway.id,
        after: ['ask'],
      },
    ),
    step('network', `Set the final name, key and admin password on ${gateway.letter}`, 8, {
      detail: [
        'Before any satellite is added, so that each inherits them.',
        brief.policies.names === 'one'
          ? 'One name for the whole network, as the job says.'
          : 'A separate name for extenders, as the job says.',
        'The old name and key save re-joining every device.',
      ],
      good: 'The customer’s phone joins.',
      waitMin: replaced ? kitOf(context, gateway).waitMin : 0,
      waitLabel: replaced ? `${gateway.letter} updates` : null,
      cautions: ['keys', 'updating'],
      unitId: gateway.id,
      after: ['gateway'],
    }),
  ];
  for (const unit of others)
    steps.push(...joinSteps(context, unit, gateway).filter((s) => s.key.startsWith('join:')));
  for (const unit of others) {
    const cable = cableStep(context, option, unit);
    if (cable) steps.push(cable);
  }
  for (const unit of others)
    steps.push(...joinSteps(context, unit, gateway).filter((s) => s.key.startsWith('place:')));
  steps.push(
    step('names', 'Name every unit by its place', 1 + units.length, {
      good: 'The set-up page shows places, not serials.',
      after: others.map((u) => `place:${u.id}`),
    }),
    step('old', 'Test telephone and alarm, re-join the devices', 10, {
      detail: ['2.4 GHz-only devices to the 2.4 GHz network.'],
      good: 'What worked before works again.',
      cautions: ['phoneAlarm'],
      after: ['names'],
    }),
  );
  return schedule(steps);
}

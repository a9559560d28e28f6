import type { Joining, Light } from '../kit/model/details';
import type { KitItem } from '../kit/model/schema';
import { lengthText } from '../site/model/lengths';
import { powerRunOf } from '../plan/network/cableRun';
import { kitOf } from '../plan/network/context';
import type { Unit } from '../plan/option/schema';
import { look, type Act, type LeadTo } from './acts';
import { called, joinsTo, mountWords, parentOf, powerOf, type Fitting } from './fitting';

/** How a light shows, as the kit has it; plain words where the kit says nothing. */
export function showsOf(kit: Pick<KitItem, 'lights'>, means: Light, when: 'setUp' | 'afterwards'): string {
  const sign = kit.lights.find((l) => l.means === means && (l.when === when || l.when === 'always'));
  return sign ? sign.shows : '';
}

const inBrackets = (words: string): string => (words === '' ? '' : ` (${words})`);

/** Waits until a unit is ready to be joined. */
function untilReady(fitting: Fitting, unit: Unit): Act {
  const kit = kitOf(fitting.context, unit);
  return {
    verb: 'await',
    unitId: unit.id,
    light: 'ready',
    words: `Wait until ${unit.letter} has started${inBrackets(showsOf(kit, 'ready', 'setUp'))}.`,
  };
}

const POE_NOTE = 'the very lead it will hang on';

/** Gives a unit its power on the bench: its own supply, or the source and lead it will have at its place. */
export function powerOnBench(fitting: Fitting, unit: Unit): Act[] {
  const from = powerOf(fitting, unit);
  const { root } = fitting;
  if (from.by === 'own')
    return [
      {
        verb: 'power',
        unitId: unit.id,
        from,
        words: `${unit.letter} on its own supply, beside ${root.letter}.`,
      },
    ];
  if (from.by === 'injector')
    return [
      {
        verb: 'lead',
        unitId: unit.id,
        port: 'lan',
        to: { at: 'injector' },
        words: `Its injector beside ${root.letter}: data side to a LAN port of ${root.letter}, powered side to ${unit.letter} by ${POE_NOTE}.`,
      },
      {
        verb: 'power',
        unitId: unit.id,
        from,
        words: `Injector on; ${unit.letter} lights up within a minute.`,
      },
    ];
  const source = fitting.option.units.find((u) => u.id === from.unitId)!;
  const onBench: Act[] =
    source.id === root.id
      ? []
      : [
          {
            verb: 'power',
            unitId: source.id,
            from: { by: 'own' },
            words: `${called(source)} on the bench with its own supply, if it is not there yet.`,
          },
          {
            verb: 'lead',
            unitId: source.id,
            port: 'lan',
            to: { at: 'unit', unitId: root.id },
            words: `A lead from a LAN port of ${root.letter} into the uplink of ${source.letter}.`,
          },
        ];
  return [
    ...onBench,
    {
      verb: 'lead',
      unitId: unit.id,
      port: 'lan',
      to: { at: 'unit', unitId: source.id },
      words: `${unit.letter} into a powered port of ${source.letter} by ${POE_NOTE}.`,
    },
    {
      verb: 'power',
      unitId: unit.id,
      from,
      words: `${unit.letter} lights up within a minute: the port gives its class.`,
    },
  ];
}

/** What hangs on the other end of a unit's data lead at its place; null where it is fed over the air. */
function leadAtPlace(fitting: Fitting, unit: Unit): { to: LeadTo; words: string } | null {
  const { feed } = unit;
  const from = powerOf(fitting, unit);
  const parent = parentOf(fitting, unit);
  if (from.by === 'injector' && feed.kind !== 'wireless' && feed.kind !== 'bridge')
    return {
      to: { at: 'injector' },
      words: `Powered side of the injector into ${unit.letter}; its data side takes the ${
        feed.kind === 'ethernet'
          ? 'cable'
          : feed.kind === 'fibre'
            ? 'lead of the converter'
            : `lead of the ${feed.kind} adapter`
      }.`,
    };
  switch (feed.kind) {
    case 'ethernet':
      return parent
        ? {
            to: { at: 'unit', unitId: parent.id },
            words: `Its cable from ${called(parent)} into a LAN port of ${unit.letter}: one cable, never two, that is a loop.`,
          }
        : null;
    case 'fibre':
      return parent
        ? {
            to: { at: 'unit', unitId: parent.id },
            words: `Patch lead from the media converter into ${unit.letter}.`,
          }
        : null;
    case 'coax':
    case 'powerline':
      return {
        to: { at: 'adapter' },
        words: `Patch lead from the ${feed.kind} adapter, which is paired and in already, into ${unit.letter}.`,
      };
    default:
      return null;
  }
}

/** Brings a unit to its place, fixes it, and gives it its lead and its power there. */
export function bringToPlace(fitting: Fitting, unit: Unit, wasPowered: boolean): Act[] {
  const kit = kitOf(fitting.context, unit);
  const lead = leadAtPlace(fitting, unit);
  const powerRun = powerRunOf(fitting.context, fitting.option, unit);
  const from = powerOf(fitting, unit);
  const source = from.by === 'unit' ? fitting.option.units.find((u) => u.id === from.unitId) : undefined;
  return [
    ...(wasPowered
      ? [
          {
            verb: 'unplug' as const,
            unitId: unit.id,
            words: `${unit.letter} off the bench: its update is over${inBrackets(showsOf(kit, 'ready', 'setUp'))}.`,
          },
        ]
      : []),
    { verb: 'carry', unitId: unit.id, words: `Carry ${unit.letter} to ${unit.name || 'its place'}.` },
    ...(powerRun
      ? [
          look(
            `Lay the cable for its power, ${lengthText(powerRun.lengthM, fitting.context.brief.lengthUnit)}, from the injector to its place.`,
          ),
        ]
      : []),
    { verb: 'mount', unitId: unit.id, words: mountWords(kit) },
    ...(lead
      ? [{ verb: 'lead' as const, unitId: unit.id, port: 'lan' as const, to: lead.to, words: lead.words }]
      : []),
    {
      verb: 'power',
      unitId: unit.id,
      from,
      words:
        from.by === 'own'
          ? `Power ${unit.letter} on.`
          : source
            ? `It is powered by ${called(source)} over its cable.`
            : `Injector on; ${unit.letter} lights up within a minute.`,
    },
  ];
}

const found = (units: readonly Unit[], words: string): Act => ({
  verb: 'found',
  units: units.map((u) => u.id),
  words,
});

/** "within 2 minutes". */
const within = (joining: Joining): string => `within ${Math.round((joining.windowS || 120) / 60)} minutes`;
const forS = (pressS: number): string => (pressS > 0 ? ` for ${pressS} s` : '');

/** Joins one or several of one kit to a unit, by what its kit says: which side first, how long, in which window. */
export function joinActs(fitting: Fitting, units: readonly Unit[]): Act[] {
  const [first] = units;
  const to = joinsTo(fitting, first!);
  const { joining } = kitOf(fitting.context, first!);
  const all = units.map((u) => u.letter).join(', ');
  const search = (words: string): Act => ({
    verb: 'search',
    rootId: to.id,
    pressS: joining.method === 'button' ? joining.pressS : 0,
    words,
  });
  const press = (u: Unit, words: string): Act => ({
    verb: 'press',
    unitId: u.id,
    pressS: joining.pressS,
    words,
  });
  switch (joining.method) {
    case 'app':
      return [
        search(
          `Start the search in the app of ${to.letter}: ${all} ${units.length === 1 ? 'is' : 'are all'} found ${within(joining)}.`,
        ),
        found(units, 'Compare each serial found with its label before it is taken.'),
      ];
    case 'cable':
      return [
        search(
          `Start the search on the page of ${to.letter}: ${all} is found on the cable ${within(joining)}.`,
        ),
        found(units, 'Compare the serial found with its label before it is taken.'),
      ];
    case 'page':
      return units.flatMap((u) => pageActs(fitting, u, to));
    case 'button': {
      const start = search(`Press the join button of ${to.letter}${forS(joining.pressS)}.`);
      return units.flatMap((u) =>
        joining.first === 'new'
          ? [
              press(
                u,
                `Press the join button of ${u.letter}${forS(joining.pressS)}, no longer: a long press resets it.`,
              ),
              { ...start, words: `Then that of ${to.letter}${forS(joining.pressS)}, ${within(joining)}.` },
            ]
          : [
              start,
              press(
                u,
                `Then that of ${u.letter}${forS(joining.pressS)}, ${within(joining)}; no longer: a long press resets it.`,
              ),
            ],
      );
    }
    default:
      return [];
  }
}

/** Sets an extender up on its own page: a name and key for each band of the unit it repeats. */
function pageActs(fitting: Fitting, unit: Unit, to: Unit): Act[] {
  const { brief } = fitting.context;
  const bands = [...new Set(kitOf(fitting.context, unit).radios.map((r) => r.band))];
  const own =
    brief.policies.names === 'one'
      ? `Its own name and key: the same as ${to.letter}, as the job says.`
      : `Its own name: “${brief.networkName || 'the network’s name'} ${unit.name}”, so that one knows where one is, as the job says.`;
  return [
    look(`Phone or laptop into the set-up network of ${unit.letter}; open the address on its label.`),
    look('Set an admin password of its own: the printed one is known.'),
    ...bands.map((band) =>
      look(`${band} GHz: pick the network of ${to.letter} from the list and enter the key of that band.`),
    ),
    { verb: 'set', unitId: unit.id, what: 'uplink', words: own },
  ];
}

/** Stands a unit beside the one it joins and makes it ready: near enough, its cable in or out as the kit wants it. */
export function toJoinBench(fitting: Fitting, unit: Unit): Act[] {
  const { context } = fitting;
  const kit = kitOf(context, unit);
  const to = joinsTo(fitting, unit);
  const withinM = lengthText(kit.joining.distanceM || 3, context.brief.lengthUnit);
  return [
    look(
      `Stand ${unit.letter} within ${withinM} of ${called(to)}${kit.joining.cableIn || kit.poe !== null ? '' : ', nothing in its cable ports'}.`,
    ),
    ...powerOnBench(fitting, unit),
    untilReady(fitting, unit),
  ];
}

/** Sets a box up that joins nothing: an access point on a cable with an address of its own. */
export function accessPointActs(fitting: Fitting, unit: Unit): Act[] {
  const { root } = fitting;
  const same = fitting.context.brief.policies.names === 'one';
  return [
    ...powerOnBench(fitting, unit),
    look(
      `Laptop by a lead into a LAN port of ${unit.letter}; open its page, set an admin password of its own.`,
    ),
    {
      verb: 'set',
      unitId: unit.id,
      what: 'accessPoint',
      words: `Access-point mode where it has one; else its address service (DHCP) off and a fixed address of its own beside that of ${fitting.gateway.letter}, outside the range that is handed out.`,
    },
    look(
      `${same ? `Name and key as on ${root.letter}` : `A name of its own, as the job says`}, its channels as planned.`,
    ),
    {
      verb: 'unlead',
      unitId: unit.id,
      words:
        'Its WAN port stays empty: its cable goes into a LAN port, unless its access-point mode says otherwise.',
    },
  ];
}

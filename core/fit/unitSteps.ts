import { kitOf, type PlanContext } from '../plan/network/context';
import { radarWait } from '../plan/cost/work';
import type { Unit } from '../plan/option/schema';
import type { Step } from './schedule';
import type { Timed } from './steps';
import { lengthText } from '../site/model/lengths';
import { parentIdOf } from '../plan/option/feeds';
import type { Joining } from '../kit/model/details';

/** What to say of a unit that is silent at first on a radar-checked channel. */
function radarWords(context: PlanContext, unit: Unit): string[] {
  const wait = radarWait(context, unit);
  if (!wait) return [];
  return [`Channel ${wait.channel} is checked for radar: silent ${wait.min} min after start. Not a fault.`];
}

/** What a wired unit hangs on, in a word. */
const feedWord = (unit: Unit): string =>
  unit.feed.kind === 'coax' || unit.feed.kind === 'powerline'
    ? `${unit.feed.kind} adapters`
    : unit.feed.kind === 'fibre'
      ? 'fibre'
      : 'cable';

/** Steps that join one unit and bring it to its place. */
export function joinSteps(
  context: PlanContext,
  unit: Unit,
  root: Unit,
  timed: Timed,
  /** Step that puts in the adapters its feed runs over. */
  adapters: string | null = null,
): Step[] {
  const kit = kitOf(context, unit);
  const { joining } = context.brief.policies;
  const onBench = joining === 'bench' || kit.outdoor;
  if (unit === root) return rootSteps(unit, timed);
  if (kit.kind === 'switch')
    return [
      timed(`place:${unit.id}`, `Fix ${unit.letter} at ${unit.name} and power it`, {
        detail: [
          'It needs no joining. One cable to its parent, never two: that is a loop.',
          ...(kit.poeSource ? ['Powered ports: nothing but standard devices on them.'] : []),
        ],
        good: 'Link light at the rate of the port on both ends of its feed.',
        cautions: kit.poeSource ? ['poe'] : [],
        unitId: unit.id,
        after: [`cable:${unit.id}`, ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : [])],
      }),
    ];
  if (kit.kind === 'powerline' || kit.kind === 'coax') return pairSteps(unit, kit.kind, timed);
  const join = timed(
    `join:${unit.id}`,
    onBench ? `Join ${unit.letter} beside ${root.letter}` : `Join ${unit.letter} at its place`,
    {
      detail:
        kit.kind === 'extender'
          ? ['Enter the key of both bands.', 'Decide on the network name afterwards, as the job says.']
          : [
              onBench
                ? `Stand ${unit.letter} within ${lengthText(kit.joining.distanceM || 3, context.brief.lengthUnit)} of ${root.letter}. ${kit.joining.cableIn ? 'It joins on its cable: the very switch and lead it will hang on.' : 'Nothing in its cable ports.'}`
                : `Power ${unit.letter} at its place; not found means one step closer.`,
              ...joinWords(kit.joining, unit.letter, root.letter),
            ],
      good: 'Steady light, and the serial found is the one on the label.',
      waitLabel: `${unit.letter} updates`,
      cautions: ['updating', ...(kit.poe ? (['poe'] as const) : [])],
      unitId: unit.id,
      asksSerial: true,
      after: ['network'],
    },
  );
  const placing = timed(`place:${unit.id}`, `Carry ${unit.letter} to ${unit.name} and read its light`, {
    detail: [
      'Off the floor, upright, in the open, away from metal, water and microwave ovens.',
      unit.feed.kind === 'wireless'
        ? 'Wait 1 to 3 minutes. Lost: one step back towards its parent, wait, read again.'
        : `Confirm that it really uses its ${feedWord(unit)} and has not fallen back to the air.`,
      ...radarWords(context, unit),
    ],
    good: 'Its light says holds; the set-up page names the feed that was planned.',
    waitLabel: `${unit.letter} settles`,
    cautions: kit.outdoor ? ['ladder', 'outdoorCable', 'radio'] : [],
    unitId: unit.id,
    after: [
      `join:${unit.id}`,
      `cable:${unit.id}`,
      ...(adapters ? [adapters] : []),
      ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : []),
    ],
  });
  return [join, placing];
}

/** What is pressed where, by the recipe of the kit. */
function joinWords(joining: Joining, letter: string, root: string): string[] {
  const windowMin = Math.round((joining.windowS || 120) / 60);
  const press = joining.pressS > 0 ? ` (${joining.pressS} s)` : '';
  switch (joining.method) {
    case 'app':
      return [`Start the search in the app of ${root}; ${letter} is found within ${windowMin} minutes.`];
    case 'page':
      return [`Join its set-up network and enter the name and key of ${root} on its page.`];
    case 'cable':
      return [`Start the search on ${root}; ${letter} is found on the cable within ${windowMin} minutes.`];
    default:
      return joining.first === 'new'
        ? [
            `Press the join button of ${letter} first${press}, then that of ${root}, within ${windowMin} minutes.`,
          ]
        : [
            `Start the search on ${root} first${press}.`,
            `Then press the join button of ${letter}${press}, within ${windowMin} minutes.`,
          ];
  }
}

/** The first unit of a mesh behind the box on the line: set up, not joined. */
function rootSteps(unit: Unit, timed: Timed): Step[] {
  return [
    timed(`join:${unit.id}`, `Set up ${unit.letter} as the first of the mesh`, {
      detail: [`Cable from the box on the line into ${unit.letter}; it is set up, it joins nothing.`],
      good: 'Its light is steady and a laptop on it reaches the internet.',
      waitLabel: `${unit.letter} updates`,
      cautions: ['updating'],
      unitId: unit.id,
      asksSerial: true,
      after: ['gateway', 'roles'],
    }),
    timed(`place:${unit.id}`, `Stand ${unit.letter} at ${unit.name}`, {
      detail: ['Off the floor, upright, in the open, away from metal, water and microwave ovens.'],
      good: 'Its light says holds.',
      waitLabel: `${unit.letter} settles`,
      unitId: unit.id,
      after: [`join:${unit.id}`, `cable:${unit.id}`],
    }),
  ];
}

function pairSteps(unit: Unit, kind: 'powerline' | 'coax', timed: Timed): Step[] {
  const powerline = kind === 'powerline';
  return [
    timed(`join:${unit.id}`, `Pair the ${kind} adapters of ${unit.letter}`, {
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
      waitLabel: `${unit.letter} pairs`,
      cautions: powerline ? ['strip', 'mains', 'powerlineKey'] : ['coaxKey'],
      unitId: unit.id,
      asksSerial: true,
      after: ['network'],
    }),
    timed(`place:${unit.id}`, `Plug ${unit.letter} in at ${unit.name}`, {
      detail: [
        powerline
          ? 'Near adapter at the parent’s outlet, far adapter here.'
          : 'Near adapter at the parent’s coax outlet, far adapter here.',
        'Test the link under load and enter it on its feed in Plan.',
      ],
      good: 'The link light holds with a transfer running.',
      cautions: powerline ? ['strip'] : [],
      unitId: unit.id,
      after: [`join:${unit.id}`, ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : [])],
    }),
  ];
}

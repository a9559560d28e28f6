import { kitOf, type PlanContext } from '../plan/evaluate/context';
import { radioEnd } from '../plan/evaluate/radios';
import type { Unit } from '../plan/option/schema';
import { radarWaitS } from '../radio/link/regions';
import type { Step } from './schedule';
import { step } from './steps';
import { parentIdOf } from '../plan/option/feeds';

/** Silence of a unit's radios after start on radar-checked channels, and what to say about it. */
function radarWait(context: PlanContext, unit: Unit): { waitMin: number; words: string[] } {
  const kit = kitOf(context, unit);
  const waits = kit.radios
    .filter((r) => r.band === '5')
    .map((r) => radioEnd(unit, kit, r))
    .map(({ channel, widthMhz }) => ({
      channel,
      min: radarWaitS(context.brief, channel, widthMhz ?? 20) / 60,
    }));
  const longest = waits.sort((a, b) => b.min - a.min)[0];
  if (!longest || longest.min === 0) return { waitMin: 0, words: [] };
  return {
    waitMin: longest.min,
    words: [
      `Channel ${longest.channel} is checked for radar: silent ${longest.min} min after start. Not a fault.`,
    ],
  };
}

/** Steps that join one unit and bring it to its place. */
export function joinSteps(context: PlanContext, unit: Unit, gateway: Unit): Step[] {
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
        after: [`cable:${unit.id}`, ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : [])],
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
        ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : []),
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
      after: [`join:${unit.id}`, ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : [])],
    }),
  ];
}

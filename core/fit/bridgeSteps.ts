import { kitOf } from '../plan/network/context';
import { parentIdOf } from '../plan/option/feeds';
import type { Unit } from '../plan/option/schema';
import { nearEndRunOf } from '../plan/network/bridgeEnd';
import { lengthText } from '../site/model/lengths';
import { look } from './acts';
import { cautionsOf, drillWords } from './cableSteps';
import { called, parentOf, powerOf, type Fitting } from './fitting';
import { lightsOf } from './lights';
import { markOfJoin, markOfPlace } from './marks';
import { afterName, joinKey, placeCautions, placeKey, radarWords } from './placing';
import type { Step } from './step';

/** Two aimed units: set up and linked across the room, then fixed at both ends and aimed. */
export function bridgeSteps(fitting: Fitting, unit: Unit): Step[] {
  const { context, root } = fitting;
  const kit = kitOf(context, unit);
  const parent = parentOf(fitting, unit) ?? root;
  const nearEnd = nearEndRunOf(context, fitting.option, unit);
  return [
    fitting.timed(joinKey(unit), `Set up both ends of ${called(unit)} on the bench`, {
      acts: [
        look(
          `Both ends beside ${root.letter}, some metres apart and not facing each other closely; label them near and far.`,
        ),
        {
          verb: 'power',
          unitId: unit.id,
          from: powerOf(fitting, unit),
          words: 'Each on its own injector: data side to the laptop, powered side to the unit.',
        },
        look('Set the country first, then an admin password of its own on each.'),
        {
          verb: 'set',
          unitId: unit.id,
          what: 'bridgeEnds',
          words:
            'Near end: serves, with a name and key of its own. Far end: connects to it. Channel as planned, both as a bridge that hands out no addresses.',
        },
        look(
          'Lower the power for the test if a page asks for it, and put it back: the limit of the country holds.',
        ),
      ],
      good: 'They link across the room, and a laptop behind the far end reaches the internet.',
      waitLabel: `${unit.letter} updates`,
      cautions: ['updating', 'poe', 'radio'],
      unitId: unit.id,
      serialOf: [unit.id],
      mark: markOfJoin(unit),
      lights: lightsOf(kit, 'setUp'),
      after: afterName(fitting, unit),
    }),
    fitting.timed(
      placeKey(unit),
      `Fix both ends of ${unit.letter}, at ${called(parent)} and at ${unit.name}, and aim them`,
      {
        acts: [
          { verb: 'unplug', unitId: unit.id, words: 'Both ends off the bench: their updates are over.' },
          {
            verb: 'carry',
            unitId: unit.id,
            words: `Near end to ${called(parent)}, far end to ${unit.name}.`,
          },
          ...(nearEnd
            ? [
                look(
                  `Lay the cable from ${parent.letter} out to the near end, ${lengthText(nearEnd.lengthM, context.brief.lengthUnit)}.`,
                ),
              ]
            : []),
          { verb: 'mount', unitId: unit.id, words: mountOfBridge },
          {
            verb: 'lead',
            unitId: unit.id,
            port: 'lan',
            to: { at: 'unit', unitId: parent.id },
            words: `Near end: the data side of its injector to a LAN port of ${parent.letter}.`,
          },
          { verb: 'power', unitId: unit.id, from: powerOf(fitting, unit), words: 'Both injectors on.' },
          look(
            'Aim: turn one end slowly side to side, then up and down, for the best level; fix it; then the other.',
          ),
        ],
        notes: [
          ...(nearEnd ? drillWords(nearEnd) : []),
          'A clear view from end to end, well above heads, carts and leaves.',
          ...radarWords(fitting, unit),
        ],
        good: 'The level is within 3 dB of what was expected, and a transfer holds.',
        waitLabel: `${unit.letter} settles`,
        cautions: [
          ...new Set([
            ...placeCautions(fitting, unit),
            ...(nearEnd ? cautionsOf(context, nearEnd, false) : []),
            'poe' as const,
          ]),
        ],
        unitId: unit.id,
        mark: markOfPlace(unit),
        lights: lightsOf(kit, 'afterwards'),
        after: [
          joinKey(unit),
          `cable:${unit.id}`,
          ...(parentIdOf(unit.feed) ? [`place:${parentIdOf(unit.feed)}`] : []),
        ],
      },
    ),
  ];
}

const mountOfBridge = 'Fix each upright with its entry downwards, a drip loop below it; seal the entry.';

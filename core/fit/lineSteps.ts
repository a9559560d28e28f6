import { capital } from '../site/model/capital';
import { CONSENT_LABEL, type Brief } from '../brief/brief';
import type { KitRole } from '../kit/model/details';
import { kitOf } from '../plan/network/context';
import { isUnplugging } from '../plan/cost/work';
import { rolesToSet, wantsModem } from '../plan/network/routing';
import type { Unit } from '../plan/option/schema';
import { look, type Act, type Setting } from './acts';
import { called, powerOf, type Fitting } from './fitting';
import { markOfJoin } from './marks';
import { lightsOf } from './lights';
import type { Step } from './step';

const LOGIN_WORDS: Record<Brief['line']['login'], (holder: string) => string> = {
  unknown: () => 'How does the line log in? Ask before anything is unplugged.',
  automatic: () => 'Connection type: automatic.',
  password: (holder) =>
    `Connection type: user name and password${holder ? ` (${holder})` : ''}. Have them before anything is unplugged.`,
  fixedAddress: (holder) =>
    `Connection type: fixed address${holder ? ` (${holder})` : ''}. Write it down from the old router.`,
};

const ROLE_WORDS: Record<KitRole, string> = {
  modem: 'modem',
  router: 'router',
  accessPoint: 'access point',
  bridge: 'a bridge',
};

/** What stands on the line, by its kind. */
const LINE_BOX: Record<Brief['line']['kind'], string> = {
  cable: 'cable modem',
  dsl: 'DSL modem',
  fibre: 'fibre terminal',
  fixedWireless: 'outdoor receiver',
};

/** How the box on the line is brought to talk to a new router: each kind has its own trap. */
function lineActs(fitting: Fitting): Act[] {
  const { context, gateway } = fitting;
  const { kind } = context.brief.line;
  const wan: Act = {
    verb: 'lead',
    unitId: gateway.id,
    port: 'wan',
    to: { at: 'modem' },
    words: `A lead from the ${LINE_BOX[kind]} into the WAN port of ${gateway.letter}, which stays off.`,
  };
  const off = (words: string): Act => ({ verb: 'modem', power: 'off', words });
  const on = (words: string): Act => ({ verb: 'modem', power: 'on', words });
  const out: Act = {
    verb: 'takeOut',
    words: 'Old router out, its leads labelled; it goes with the customer.',
  };
  switch (kind) {
    case 'cable':
      return [
        off('Cable modem off, and its battery out if it has one, for a minute.'),
        out,
        wan,
        on('Modem on: it locks to the first device it sees, and that is this one.'),
      ];
    case 'dsl':
      return [
        off('Modem off; the line lead stays in its filter.'),
        out,
        look('A modem that routes too: modem-only (bridge) mode on its page now, VLAN and log-in noted.'),
        wan,
        on('Modem on; the line trains for up to five minutes.'),
      ];
    case 'fibre':
      return [
        look('The fibre terminal and its fibre stay as they are: nothing is pulled.'),
        out,
        off('Terminal off.'),
        wan,
        on('Terminal on: some take the new router only after a restart.'),
      ];
    default:
      return [
        look('The injector of the outdoor receiver stays: note which side is data and which is power.'),
        off('Injector off.'),
        out,
        {
          ...wan,
          words: `Data side of the injector, never its powered side, into the WAN port of ${gateway.letter}.`,
        },
        on('Injector on.'),
      ];
  }
}

/** Which box becomes what, act by act. */
function roleActs(unit: Unit, role: KitRole): Act[] {
  const set = (what: Setting, words: string): Act => ({ verb: 'set', unitId: unit.id, what, words });
  if (role === 'bridge')
    return [
      look('Note the log-in of the line, its VLAN, forwarded ports and reservations first.'),
      set('bridge', `On the page of ${unit.letter}: bridge mode; its radio goes off with it.`),
      look(`${unit.letter} off and on: it takes the first device it sees behind it.`),
    ];
  return role === 'accessPoint'
    ? [set('accessPoint', `${unit.letter}: access-point mode, so that it hands out no addresses.`)]
    : [];
}

const CONSENTS = 'consents';

/** Steps before any satellite: consents, boxes, labels, what hangs on the old router, the line, roles, the final name. */
export function lineSteps(fitting: Fitting, entry: Step | null): Step[] {
  const { context, option, gateway, root, isReplaced, timed } = fitting;
  const { brief } = context;
  const open = brief.consents.filter((c) => !c.got);
  const roles = rolesToSet(context, option);
  const kit = kitOf(context, gateway);
  const rootKit = kitOf(context, root);
  const modemToBuy = wantsModem(context, option, fitting.today);
  return [
    ...(open.length > 0
      ? [
          timed(CONSENTS, 'Get the consents that are still open', {
            acts: open.map((c) => look(`${CONSENT_LABEL[c.what]}${c.who ? `: ${c.who}` : ''}`)),
            good: 'Each is in writing and ticked in the brief.',
            cautions: ['consent'],
            beforeVisit: true,
          }),
        ]
      : []),
    timed('boxes', 'Check the boxes; reset what was used before', {
      acts: [
        look('All parts beside the place of the gateway, counted against the list.'),
        look('Used or refurbished units: hold the reset 7 to 10 s; it is not the join button.'),
      ],
      good: 'Every unit of the list is on the bench.',
    }),
    timed('labels', 'Write down printed names and serials', {
      acts: [look('The serial of every unit, before anything is fixed to a wall.')],
      notes: ['Printed keys are case-sensitive; they go on the customer’s paper, not in here.'],
      good: 'Each serial is noted below its unit.',
      cautions: ['keys'],
      unitId: gateway.id,
      serialOf: option.units.filter((u) => kitOf(context, u).kind !== 'switch').map((u) => u.id),
      after: ['boxes'],
    }),
    ...(isUnplugging(context, option, fitting.today)
      ? [
          timed('ask', 'Ask what hangs on the old router', {
            acts: [
              look(brief.oldRouter.telephone ? 'The brief says: a telephone. Try it now.' : 'Telephone?'),
              look(
                brief.oldRouter.alarm
                  ? 'The brief says: an alarm. Its centre is told before it is cut off.'
                  : 'Intruder, fire or medical alarm?',
              ),
              ...(brief.oldRouter.forwardedPort
                ? [look('The brief says: a forwarded port. Note which, and to what.')]
                : []),
            ],
            notes: [
              'The old router’s sheet, written down before it goes: log-in and VLAN of the line, address range, reserved addresses, forwarded ports, telephone numbers, what is plugged into which port.',
            ],
            good: 'Agreed with the customer, tested afterwards.',
            cautions: ['phoneAlarm'],
            after: ['labels'],
          }),
        ]
      : []),
    ...(entry ? [entry] : []),
    ...(isReplaced
      ? [
          timed(
            'modem',
            `${capital(LINE_BOX[brief.line.kind])}: old router out, the lead to ${gateway.letter} in`,
            {
              acts: lineActs(fitting),
              notes: [
                LOGIN_WORDS[brief.line.login](brief.line.loginHolder),
                ...(modemToBuy
                  ? ['The box that goes was the modem: the new one is made known to the provider first.']
                  : []),
              ],
              good: `The lights of the ${LINE_BOX[brief.line.kind]} have settled: up to five minutes.`,
              waitLabel: `The ${LINE_BOX[brief.line.kind]} settles`,
              cautions: ['phoneAlarm', ...(brief.line.kind === 'fibre' ? (['fibre'] as const) : [])],
              mark: markOfJoin(gateway),
              after: ['ask', 'entry'],
            },
          ),
        ]
      : []),
    timed(
      'gateway',
      isReplaced ? `Power ${called(gateway)}, and test the line` : `Check ${called(gateway)} and its line`,
      {
        acts: isReplaced
          ? [
              {
                verb: 'power',
                unitId: gateway.id,
                from: powerOf(fitting, gateway),
                words: `Only now power ${gateway.letter}; country first, before its radio is on.`,
              },
              {
                verb: 'set',
                unitId: gateway.id,
                what: 'router',
                words: `Connection as noted; ${gateway.letter} routes.`,
              },
              look('Line by cable: three runs, entered in After.'),
            ]
          : [look('It stays: test the line by cable first.')],
        notes: isReplaced ? [] : [LOGIN_WORDS[brief.line.login](brief.line.loginHolder)],
        good: 'A wired laptop reaches the internet at the speed of the line.',
        waitLabel: `${gateway.letter} starts`,
        cautions: ['radio'],
        unitId: gateway.id,
        mark: markOfJoin(gateway),
        lights: lightsOf(kit, 'setUp'),
        after: ['labels', 'ask', 'entry', 'modem'],
      },
    ),
    ...(roles.length > 0
      ? [
          timed('roles', `Set ${roles.map((r) => `${r.unit.letter} as ${ROLE_WORDS[r.role]}`).join(', ')}`, {
            acts: roles.flatMap((r) => roleActs(r.unit, r.role)),
            good: 'One box routes and hands out addresses: a laptop behind it says so.',
            cautions: ['phoneAlarm'],
            unitId: roles[0]!.unit.id,
            mark: roles.map((r) => `${r.unit.kitId} ${r.role}`).join(' '),
            // A box that is set up behind the line is set to its role once it is there.
            after: [
              'gateway',
              ...roles.flatMap((r) => (r.unit.id === gateway.id ? [] : [`join:${r.unit.id}`])),
            ],
          }),
        ]
      : []),
    timed('network', `Set the final name, key and admin password on ${called(root)}`, {
      acts: [
        {
          verb: 'set',
          unitId: root.id,
          what: 'network',
          words:
            brief.policies.key === 'keep'
              ? 'The old name and key, letter by letter: every device then comes by itself.'
              : brief.networkName
                ? `Name “${brief.networkName}”; the customer types the key.`
                : 'Name and key as the customer wants them; the old ones would save re-joining every device.',
        },
        look('An admin password of its own; the set-up network is off.'),
        ...(rootKit.asksFor.includes('account')
          ? [
              look(
                'The account is the customer’s: they log in. Remote access and what is sent to the maker only as they say; note their answer.',
              ),
            ]
          : []),
        look(
          brief.policies.names === 'one'
            ? 'One name for the whole network, as the job says.'
            : 'Extenders get a name of their own, as the job says.',
        ),
        look(
          brief.policies.bands === 'one'
            ? 'The same name on all bands: devices choose.'
            : 'A name for each band, as the job says: the 2.4 GHz one ends in 24.',
        ),
      ],
      notes: [
        'Before any satellite is added, so that each inherits them.',
        'Its firmware now, or skipped: then note its version, and that it updates by itself.',
      ],
      good: 'The customer’s phone joins.',
      waitLabel: isReplaced ? `${root.letter} updates` : null,
      cautions: ['keys', 'updating'],
      unitId: root.id,
      mark: markOfJoin(root),
      lights: lightsOf(rootKit, 'setUp'),
      after: ['gateway', 'roles', ...(root.id === gateway.id ? [] : [`join:${root.id}`])],
    }),
  ];
}

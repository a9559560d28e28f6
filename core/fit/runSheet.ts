import { kitOf, type PlanContext } from '../plan/network/context';
import { CONSENT_LABEL, type Brief } from '../brief/brief';
import { gatewayOf } from '../plan/option/graph';
import { meshRootOf, rolesToSet } from '../plan/network/routing';
import type { KitRole } from '../kit/model/details';
import type { Option, Unit } from '../plan/option/schema';
import { adapterSteps, adaptersStepOf } from './adapterSteps';
import { cableStep, entryStep, wireSteps } from './cableSteps';
import { schedule, type ScheduledStep, type Step } from './schedule';
import { timesOf } from './steps';
import { joinSteps } from './unitSteps';
import { parentIdOf } from '../plan/option/feeds';

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
const ROLE_DETAIL: Record<KitRole, (letter: string) => string[]> = {
  modem: () => [],
  router: () => [],
  accessPoint: (letter) => [`${letter}: access-point mode, so that it hands out no addresses.`],
  bridge: (letter) => [
    `${letter}: note the log-in of the line, then bridge mode; its radio goes off with it.`,
    `${letter} off and on: it locks to the first device it sees.`,
  ],
};

/** Which devices go back on which network. */
function rejoinWords(brief: Brief): string[] {
  const names = (only24: boolean) =>
    brief.devices
      .filter((d) => d.only24 === only24)
      .map((d) => d.name)
      .join(', ');
  if (brief.devices.length === 0) return ['2.4 GHz-only devices to the 2.4 GHz network.'];
  return [
    ...(names(false) ? [`Re-join: ${names(false)}.`] : []),
    ...(names(true) ? [`To the 2.4 GHz network: ${names(true)}.`] : []),
  ];
}

/** Units in the order they are fed: parents first, then by letter. */
function feedOrder(option: Option): Unit[] {
  const out: Unit[] = [];
  const left = [...option.units].sort((a, b) => a.letter.localeCompare(b.letter));
  while (left.length > 0) {
    const i = left.findIndex(
      (u) => parentIdOf(u.feed) === null || out.some((p) => p.id === parentIdOf(u.feed)),
    );
    out.push(...left.splice(Math.max(0, i), 1));
  }
  return out;
}

/**
 * The ordered run sheet of an option, as it is fitted without call-backs: boxes, labels, gateway, final name before
 * satellites, cables while units update, joining one by one, placing parents first. Empty where nothing is planned.
 */
export function runSheet(context: PlanContext, option: Option, today: Option | null = null): ScheduledStep[] {
  const gateway = gatewayOf(option);
  if (!gateway) return [];
  const { brief } = context;
  const units = feedOrder(option);
  const others = units.filter((u) => u.id !== gateway.id);
  const replaced = kitOf(context, gateway).kind !== 'router';
  const open = brief.consents.filter((c) => !c.got);
  const timed = timesOf(context, option, today);
  const root = meshRootOf(context, option) ?? gateway;
  const roles = rolesToSet(context, option);
  const entry = entryStep(context, option, today, timed);
  const steps: Step[] = [
    ...(open.length > 0
      ? [
          timed('consents', 'Get the consents that are still open', {
            detail: open.map((c) => `${CONSENT_LABEL[c.what]}${c.who ? `: ${c.who}` : ''}`),
            good: 'Each is in writing and ticked in the brief.',
            cautions: ['consent'],
          }),
        ]
      : []),
    timed('boxes', 'Check the boxes; reset what was used before', {
      detail: ['All parts beside the gateway. Used or refurbished units: hold the button 7 to 10 s.'],
      good: 'Every unit of the list is on the bench.',
      after: ['consents'],
    }),
    timed('labels', 'Write down printed names, keys and serials', {
      detail: ['Before anything is fixed to a wall. Keys are case-sensitive.'],
      good: 'Each serial is noted below its unit.',
      cautions: ['keys'],
      unitId: gateway.id,
      asksSerial: true,
      after: ['boxes'],
    }),
    timed('ask', 'Ask what hangs on the old router', {
      detail: [
        brief.oldRouter.telephone ? 'The brief says: a telephone.' : 'Telephone?',
        brief.oldRouter.alarm ? 'The brief says: an alarm.' : 'Intruder, fire or medical alarm?',
      ],
      good: 'Agreed with the customer, tested afterwards.',
      cautions: ['phoneAlarm'],
      after: ['labels'],
    }),
    ...(entry ? [entry] : []),
    timed(
      'gateway',
      replaced ? `Modem off, old router out, ${gateway.letter} in` : `Check ${gateway.letter} and its line`,
      {
        detail: [
          LOGIN_WORDS[brief.line.login](brief.line.loginHolder),
          ...(replaced
            ? [
                'Modem off. If it also routes: bridge or access-point mode now.',
                `Cable from the modem into the WAN port of ${gateway.letter}; modem on, then ${gateway.letter}.`,
              ]
            : ['It stays: test the line by cable first.']),
        ],
        good: 'A wired laptop reaches the internet at the speed of the line.',
        waitLabel: 'Modem settles',
        cautions: ['phoneAlarm', 'radio'],
        unitId: gateway.id,
        after: ['ask', 'entry'],
      },
    ),
    ...(roles.length > 0
      ? [
          timed('roles', `Set ${roles.map((r) => `${r.unit.letter} as ${ROLE_WORDS[r.role]}`).join(', ')}`, {
            detail: roles.flatMap((r) => ROLE_DETAIL[r.role](r.unit.letter)),
            good: 'One box routes and hands out addresses: a laptop behind it says so.',
            cautions: ['phoneAlarm'],
            unitId: roles[0]!.unit.id,
            after: ['gateway'],
          }),
        ]
      : []),
    timed('network', `Set the final name, key and admin password on ${root.letter}`, {
      detail: [
        'Before any satellite is added, so that each inherits them.',
        brief.policies.names === 'one'
          ? 'One name for the whole network, as the job says.'
          : 'A separate name for extenders, as the job says.',
        'The old name and key save re-joining every device.',
      ],
      good: 'The customer’s phone joins.',
      waitLabel: replaced ? `${gateway.letter} updates` : null,
      cautions: ['keys', 'updating'],
      unitId: root.id,
      after: ['gateway', 'roles', ...(root === gateway ? [] : [`join:${root.id}`])],
    }),
  ];
  for (const unit of others)
    steps.push(...joinSteps(context, unit, root, timed).filter((s) => s.key.startsWith('join:')));
  for (const unit of others) {
    const cable = cableStep(context, option, unit, timed);
    if (cable) steps.push(cable);
  }
  steps.push(...adapterSteps(context, option, timed));
  for (const unit of others)
    steps.push(
      ...joinSteps(context, unit, root, timed, adaptersStepOf(context, option, unit.id)).filter((s) =>
        s.key.startsWith('place:'),
      ),
    );
  steps.push(...wireSteps(context, option, timed));
  steps.push(
    timed('names', 'Name every unit by its place', {
      good: 'The set-up page shows places, not serials.',
      after: others.map((u) => `place:${u.id}`),
    }),
    timed('old', 'Test telephone and alarm, re-join the devices', {
      detail: rejoinWords(brief),
      good: 'What worked before works again.',
      cautions: ['phoneAlarm'],
      after: ['names'],
    }),
    timed('read', 'Read every spot again, and each link under load', {
      detail: [
        'The line by cable first. Same place, same device, three runs a spot. It is entered in After.',
      ],
      good: 'Every spot that was dead has its runs in After.',
      after: ['old', ...option.wiredSpots.map((w) => `wire:${w.spotId}`)],
    }),
  );
  return schedule(steps);
}

import { CONSENT_LABEL, type Brief } from '../brief/brief';
import { minutesText } from '../plan/cost/duration';
import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import type { Option } from '../plan/option/schema';
import type { Site } from '../site/model/schema';
import { offlineBudget } from './devices';
import type { ScheduledStep } from './step';

/** What a message to the customer before the visit is made from. */
export interface VisitFacts {
  brief: Brief;
  site: Site;
  option: Option;
  ownKit: readonly KitItem[];
  sheet: readonly ScheduledStep[];
}

const unique = (list: readonly string[]): string[] => [...new Set(list)];

/** What the kit of an option asks for: an app, an account, permissions. */
const askedByKit = ({ option, ownKit }: VisitFacts): string[] =>
  unique(option.units.flatMap((u) => kitById(u.kitId, ownKit)?.asksFor ?? []));

/** What to have ready, as it is sent to the customer: made from the kit and the brief, in plain words. */
export function preVisitMessage(facts: VisitFacts, day: string): string[] {
  const { brief, sheet } = facts;
  const { line, oldRouter, hours, allowed } = brief;
  const asks = askedByKit(facts);
  const offline = offlineBudget(sheet, brief);
  const opensPlates = sheet.some((s) => s.cautions.includes('mains'));
  const drills = sheet.some((s) => s.cautions.includes('drilling') || s.cautions.includes('overhead'));
  const only24 = brief.devices.filter((d) => d.only24).map((d) => d.name);
  return [
    `We come${day ? ` on ${day}` : ''}${hours ? ` between ${hours.from} and ${hours.to}` : ''}. Somebody should be at home who may decide.`,
    ...(offline.othersMin > 0
      ? [
          `The internet will be away for about ${minutesText(Math.max(offline.othersMin, offline.mattersMin))}.`,
        ]
      : []),
    ...(asks.length > 0
      ? [
          `On your phone please: ${asks.join(', ')}. The account is yours: you log in, not we. No key or password is sent to us.`,
        ]
      : []),
    ...(line.login === 'automatic'
      ? []
      : [
          line.login === 'unknown'
            ? 'Please look whether your provider gave you a user name and password, or a fixed address, for the line.'
            : `Have the log-in of the line at hand${line.loginHolder ? ` (${line.loginHolder})` : ''}.`,
        ]),
    ...(oldRouter.telephone || oldRouter.alarm
      ? [
          `${[oldRouter.telephone ? 'The telephone' : '', oldRouter.alarm ? 'the alarm' : ''].filter(Boolean).join(' and ')} will be cut off for a while: tell whoever relies on it${oldRouter.alarm ? ', and the alarm centre' : ''}.`,
        ]
      : ['Tell us if a telephone, an alarm or a medical device hangs on the router.']),
    ...(only24.length > 0
      ? [`Have the apps of these at hand, they are joined anew: ${only24.join(', ')}.`]
      : []),
    ...(opensPlates
      ? ['A circuit may be switched off: which one does the freezer hang on, and anything medical?']
      : []),
    ...(drills
      ? [
          'We drill: what do you know of pipes and cables in the walls, floor or wall heating, and old boards?',
        ]
      : []),
    ...(allowed.closedRooms
      ? [`We keep out of: ${allowed.closedRooms.replace(/\.$/, '')}. All other rooms should be open.`]
      : ['All rooms should be open, and the way to sockets and router free.']),
    ...brief.consents
      .filter((c) => !c.got)
      .map((c) => `Still needed in writing: ${CONSENT_LABEL[c.what]}${c.who ? ` (${c.who})` : ''}.`),
  ];
}

/** Questions a customer can answer by telephone, those that narrow price and plan most first; three of them are asked. */
export function questionsByPhone({ brief, site, option, ownKit }: VisitFacts): string[] {
  const { line, allowed, oldRouter } = brief;
  const wired = option.units.some((u) => u.feed.kind === 'ethernet' || u.feed.kind === 'fibre');
  const box = option.units.find((u) => u.feed.kind === 'line');
  const replaces = box !== undefined && kitById(box.kitId, ownKit)?.kind !== 'router';
  const guessedCoax = site.coax.cables.some((c) => c.certainty !== 'proven');
  const runs = site.dataRuns.filter((r) => r.certainty === 'guessed');
  return [
    ...(line.guessed ? ['What does the contract say: how many Mb/s down and up?'] : []),
    ...(replaces && line.login === 'unknown'
      ? ['Did the provider give you a user name and password for the line, and where is that letter?']
      : []),
    ...(wired && allowed.drilling && !brief.consents.some((c) => c.what === 'drilling' && c.got)
      ? ['May we drill through the walls we spoke of? Whose consent is needed?']
      : []),
    ...(runs.length > 0
      ? [`Does the old cable (${runs[0]!.name}) still carry anything, and where does its other end come out?`]
      : []),
    ...(guessedCoax && site.coax.outlets.length > 0
      ? ['Which aerial sockets have a picture today, and is there a box with cables in loft or cellar?']
      : []),
    ...(!oldRouter.telephone && !oldRouter.alarm
      ? ['What else hangs on the router: a telephone, an alarm, a lift, a heating?']
      : []),
    ...(site.guessed.length > 0
      ? ['Of what are the walls between router and the weak rooms: do they sound hollow when you knock?']
      : []),
    'When did it last work well there, and what has changed since?',
    'Which one room would you give up last?',
  ].slice(0, 3);
}

import type { CautionId } from '@/core/fit/cautions';

/**
 * What a customer should know of the work once it is done, by the caution it was done under; null for what only holds while somebody
 * works. Local code and licensed trades come first here too.
 */
export const CAUTIONS_KEPT_EN = {
  phoneAlarm:
    'Telephone, emergency calls and alarm hang on the new router: without mains power they are silent. Have them tested once a year.',
  updating: null,
  drilling:
    'Look at the plan before you drill: cable was led through walls. In older walls stop when in doubt.',
  consent: null,
  mains:
    'Outlets, circuits and devices in the wall are for a licensed electrician where local rules say so, also when something is changed later. Keep the electrician’s paper.',
  dataPlate: 'Plates without mains look like those with it: have a plate opened by somebody who tests first.',
  overhead: null,
  loft: null,
  supply:
    'Small power supplies get warm: not covered, not stacked, nowhere damp. No second multiway behind the first.',
  strip: 'Adapters stay straight in the wall: in a surge strip they lose most of their speed.',
  copperBetween:
    'Copper runs between buildings: its surge protection and bonding stay as they are. Have both looked at, by someone licensed, after lightning near by.',
  buried: 'Cable lies in the ground: look at the plan before anybody digs.',
  fibre: 'Fibre: never look into an end, no sharp bends.',
  ladder: 'What hangs high is cleaned or changed from a ladder by two, never in wind or rain.',
  outdoorCable: 'Outdoors: seals and the drip loop stay. Look at them once a year.',
  poe: 'The leads of some units carry power: nothing else is plugged in there.',
  coaxKey: 'The coax adapters have a key of their own: one that is reset has to be paired again.',
  powerlineKey: 'The powerline adapters have a key of their own: one that is reset has to be paired again.',
  radio:
    'The country and the channels of outdoor units stay as set: other channels may not be allowed outdoors.',
  keys: null,
} as const satisfies Record<CautionId, string | null>;

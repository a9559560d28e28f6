import type { ActivityId } from '../model/needs';
import type { ClientTypeId } from '../model/schema';

/** What is mostly done in a room, and on what. */
export interface RoomUse {
  activities: readonly ActivityId[];
  client: ClientTypeId;
  deviceName: string;
}

const PASSAGE = /\b(hall|landing|corridor|passage|porch|lobby|stairs?|entrance)/i;
const WET = /\b(bath|shower|wc|toilet|cloak|en.?suite)/i;

/** Rooms by the words in their names, the first that fits; null is a room where nobody stays. */
const USES: readonly (readonly [RegExp, RoomUse | null])[] = [
  [PASSAGE, null],
  [WET, null],
  [/\b(utility|pantry|larder|cupboard|store|cellar|boiler|plant)/i, null],
  [
    /\b(study|office|work ?room|library)/i,
    { activities: ['hdCall', 'workFiles'], client: 'laptop', deviceName: 'work laptop' },
  ],
  [
    /\b(living|lounge|sitting|front room|parlour|family|snug|drawing|television|tv)/i,
    { activities: ['hdFilm', 'web'], client: 'laptop', deviceName: 'television' },
  ],
  [
    /\b(bed|nursery|guest|child|attic|loft)/i,
    { activities: ['web', 'hdFilm'], client: 'phone', deviceName: 'phone' },
  ],
  [
    /\b(garage|shed|workshop|barn|stable)/i,
    { activities: ['messages'], client: 'phone', deviceName: 'phone' },
  ],
  [/\b(kitchen|dining|breakfast)/i, { activities: ['web', 'music'], client: 'phone', deviceName: 'phone' }],
];

/** What a room is for by its name: null where nobody stays; a name that says nothing is lived in. */
export function livedInAs(roomName: string): RoomUse | null {
  const found = USES.find(([name]) => name.test(roomName));
  return found ? found[1] : { activities: ['web'], client: 'phone', deviceName: 'phone' };
}

/** Whether rooms open onto it: a hall, a landing, a passage. */
export const isPassage = (roomName: string): boolean => PASSAGE.test(roomName);

/** Whether it has no sockets to speak of. */
export const isWet = (roomName: string): boolean => WET.test(roomName);
export const isKitchen = (roomName: string): boolean => /\bkitchen/i.test(roomName);

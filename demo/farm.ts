import { JOB_FILE_VERSION, type JobFile } from '@/core/job/jobFile';
import { emptyBrief, type Brief } from '@/core/brief/brief';
import { emptyPlan, type Option, type Plan, type Unit } from '@/core/plan/option/schema';
import { sampleState } from '@/demo/sampleRows';
import { farmSite } from './farmSite';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import { practisedReadings } from './practise';
import { plainFeed } from '@/core/plan/option/feeds';

function farmBrief(): Brief {
  return {
    ...emptyBrief(),
    customer: 'The Quillfeathers',
    address: 'Quillfeather Farm',
    phone: '0155 555 0117',
    visitDate: '2026-06-10',
    installer: 'Hollis and Vale',
    networkName: 'quillfeather',
    line: {
      contract: 'Farm fibre 500, two years to March 2027',
      guessed: false,
      kind: 'fibre',
      downMbps: 500,
      upMbps: 100,
      idleMs: 9,
      riseMs: null,
      login: 'password',
      loginHolder: 'the customer has the letter',
    },
    allowed: {
      drilling: true,
      rented: false,
      listed: false,
      reuseOldGear: true,
      budgetMinor: 900_00,
      note: 'No cable across the barn yard: the goats eat it.',
      closedRooms: 'The guest room: somebody sleeps there by day.',
    },
    consents: [{ id: 'cs-1', what: 'drilling', who: 'both owners, for the studio wall', got: true }],
    devices: [
      { id: 'dv-1', name: 'Milk scale', only24: true, matters: true },
      { id: 'dv-2', name: 'Goat camera', only24: false, matters: false },
      { id: 'dv-3', name: 'Printer in the hall', only24: true, matters: false },
    ],
    hours: { from: '09:00', to: '16:00' },
    offer: {
      taxPercent: 20,
      taxName: 'VAT',
      validDays: 30,
      travelMinor: 38_00,
      secondVisitMinor: null,
      guarantee:
        'Every dead spot we call gone stays gone for a year, as long as nothing above is moved: else we come again for nothing.',
      number: '2026-041',
      date: '2026-05-28',
      exclusions: 'Electrician’s work, making good of plaster, anything in the barn beside the camera.',
    },
    oldRouter: { telephone: true, alarm: false, forwardedPort: false, sheet: [] },
    complaints: [
      { id: 'cp-1', words: 'I teach live from the kiln room and the lesson drops out.', spotId: 'spot-7' },
      { id: 'cp-2', words: 'In the attic large files take all night.', spotId: 'spot-4' },
      { id: 'cp-3', words: 'The goat camera never comes up.', spotId: 'spot-11' },
      { id: 'cp-4', words: 'Nothing arrives on the bench in the yard.', spotId: 'spot-9' },
    ],
  };
}

const cupboard = { storeyId: 'f-ground', xM: 0.6, yM: 9.3, heightM: 1.1 };
const shelf = { storeyId: 'f-ground', xM: 1.7, yM: 7.2, heightM: 1.5 };
const unit = (
  u: Partial<Unit> & Pick<Unit, 'id' | 'letter' | 'kitId' | 'name' | 'place' | 'feed'>,
): Unit => ({
  radios: {},
  ...u,
});

const today: Option = {
  id: 'today',
  name: 'Today',
  units: [
    unit({
      id: 'old-a',
      letter: 'A',
      kitId: 'provider-router',
      name: 'Porch cupboard',
      place: cupboard,
      feed: plainFeed('line', null),
    }),
  ],
  wiredSpots: [],
};

function farmPlan(): Plan {
  const gateway = unit({
    id: 'a',
    letter: 'A',
    kitId: 'mesh-own-radio',
    name: 'Porch shelf',
    place: shelf,
    feed: plainFeed('line', null),
  });
  const landing = unit({
    id: 'b',
    letter: 'B',
    kitId: 'mesh-own-radio',
    name: 'Landing',
    place: { storeyId: 'f-upper', xM: 8.2, yM: 6.2, heightM: 1.2 },
    feed: plainFeed('wireless', 'a'),
  });
  return {
    ...emptyPlan(),
    today,
    options: [
      { id: 'opt-wire', name: 'A node upstairs', units: [gateway, landing], wiredSpots: [] },
      {
        id: 'opt-air',
        name: 'And one in the parlour',
        units: [
          gateway,
          landing,
          unit({
            id: 'c',
            letter: 'C',
            kitId: 'mesh-own-radio',
            name: 'Parlour window',
            place: { storeyId: 'f-ground', xM: 13.4, yM: 7.6, heightM: 1.3 },
            feed: plainFeed('wireless', 'a'),
          }),
        ],
        wiredSpots: [],
      },
    ],
  };
}

/** The truth behind the demo: a seed whose house has five dead spots, as its owners complain of. */
const PRACTICE = { house: 'farm', seed: 332, difficulty: 'usual' } as const;

/** The demo job with surveyed site, before readings and a plan that is begun. */
export function quillfeatherFarm(): JobFile {
  const site = { ...farmSite(), practice: PRACTICE };
  const brief = farmBrief();
  const plan = farmPlan();
  const before = practisedReadings(
    { site, brief },
    { option: today, kit: CATALOGUE },
    sampleState('st-today', 'before', today, { site, at: '2026-06-03T09:20:00.000Z' }),
    PRACTICE,
  );
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: 'Quillfeather Farm',
    brief,
    site,
    plan,
    evidence: before.map((row, i) => ({ ...row, received: { number: i + 1, at: row.at } })),
    pictures: [],
  };
}

import { sampleReading, sampleState } from '../demo/sampleRows';
import { emptyBrief } from '../core/brief/brief';
import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import { hearing } from '../core/plan/links/access';
import { planContext } from '../core/plan/network/context';
import { emptyPlan } from '../core/plan/option/schema';
import type { Site, Spot } from '../core/site/model/schema';
import { gateway, option, place, site as sample } from './sampleHouse';

const network = option(gateway);
const spots = [2.5, 3.2, 5, 6, 6.8, 7.4, 8.7, 9.2, 9.8, 10.4, 11, 11.5].flatMap((x, i): Spot[] =>
  [1, 4].map((y, k) => ({
    id: `s${i}${k}`,
    number: 2 * i + k + 1,
    name: `Spot ${2 * i + k + 1}`,
    place: place(x, y + (i % 3) / 4, 'g', 1),
    client: 'laptop',
    deviceName: '',
    activities: [],
    complaint: '',
  })),
);

/** A house of three rooms between single brick, as it is drawn, with spots all over it. */
export const drawn: Site = { ...sample, spots };

/** A job of that drawing with what a house that is truly otherwise reads, a few dB to and fro from place to place. */
export function readIn(truth: Site, extraDb: (spot: Spot) => number = () => 0): JobFile {
  const plan = { ...emptyPlan(), today: network };
  const brief = emptyBrief();
  const world = planContext({ site: truth, brief, plan });
  const readings = spots.map((spot, i) =>
    sampleReading({
      id: `read-${spot.id}`,
      spotId: spot.id,
      device: 'laptop',
      band: '5',
      rssiDbm: Math.round(
        hearing(world, gateway, spot, '5')!.prepared.downDbm + extraDb(spot) + ((i * 5) % 7) - 3,
      ),
      downMbps: null,
      upMbps: null,
      loadedMs: null,
      idleMs: null,
    }),
  );
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: 'Three rooms',
    brief,
    site: drawn,
    plan,
    evidence: [sampleState('b', 'before', network, { site: drawn }), ...readings],
    pictures: [],
  };
}

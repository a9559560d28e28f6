import { feedTo } from '../core/plan/option/placing';
import type { JobContent } from '../core/job/jobFile';
import type { Unit } from '../core/plan/option/schema';
import { practiceJob } from '../demo/practiceJob';

/** A house with an option of two units that do not hand over: the router, and a wired box beside the spot farthest from it. */
export function stickyHouse(seed: number, kitId: string): JobContent {
  const job = practiceJob('Two that do not hand over', { seed, difficulty: 'usual' });
  const a: Unit = { ...job.plan.today.units[0]!, id: 'a', kitId: 'provider-router' };
  const off = (s: (typeof job.site.spots)[number]) =>
    Math.hypot(s.place.xM - a.place.xM, s.place.yM - a.place.yM) +
    (s.place.storeyId === a.place.storeyId ? 0 : 4);
  const far = job.site.spots
    .filter((s) => s.place.storeyId !== null)
    .reduce((most, s) => (off(s) > off(most) ? s : most));
  const place = { ...far.place, xM: far.place.xM + 1.2, heightM: 1.2 };
  const b: Unit = {
    ...a,
    id: 'b',
    letter: 'B',
    name: 'Far',
    kitId,
    place,
    feed: feedTo(job.site, 'ethernet', a, place),
  };
  const site = {
    ...job.site,
    spots: job.site.spots.map((s) => ({
      ...s,
      client: 'laptop' as const,
      activities: [
        { activity: 'film4k' as const, count: 2 },
        { activity: 'hdCall' as const, count: 1 },
      ],
    })),
  };
  return {
    ...job,
    site,
    brief: { ...job.brief, line: { ...job.brief.line, downMbps: 250, upMbps: 50 } },
    plan: { ...job.plan, options: [{ id: 'o', name: 'Two boxes', units: [a, b], wiredSpots: [] }] },
  };
}

import { asBuilt } from '../evidence/built';
import type { LastVisit } from '../brief/brief';
import type { Option } from '../plan/option/schema';
import type { SpotVerdict } from '../readings/spotVerdicts';
import { apartM } from '../site/geometry/apart';
import { speedText } from '../site/model/speedText';
import type { Site } from '../site/model/schema';
import type { JobFile } from './jobFile';
import { createPlanner } from './planner';

/** A unit that stands this much further off stands elsewhere, m. */
const MOVED_M = 0.5;
/** A spot that is slower by this share is told, since runs scatter. */
const SLOWER = 0.7;

/** The house as it was left: what its spots gave, where its units stood, its walls and how many neighbours were heard. */
function leftAs(job: JobFile, built: Option): LastVisit {
  const { site, evidence } = job;
  const at = evidence.findLast((r) => r.kind === 'reading')?.at ?? '';
  return {
    name: job.name,
    at,
    spots: createPlanner(job)
      .derive(null)
      .verdicts.flatMap((v) => {
        const read = v.after ?? v.before;
        return read ? [{ spotId: v.spotId, gone: v.gone, downMbps: read.downMbps, upMbps: read.upMbps }] : [];
      }),
    units: built.units.map(({ id, letter, place }) => ({ id, letter, place })),
    walls: site.walls.map(({ id, construction }) => ({ id, construction })),
    neighbours: site.neighbours.length,
    heard: site.neighbours.map(({ band, channel }) => ({ band, channel })),
  };
}

/**
 * The same house, later: a job of its own whose network of today is what was built, with what the spots gave then to be held against.
 * The old job keeps its proof; this one earns its own.
 */
export function revisitOf(job: JobFile): JobFile {
  const { brief, site, plan, evidence } = job;
  const built = asBuilt(site, plan, evidence)?.option ?? plan.today;
  return {
    ...job,
    name: `${job.name.slice(0, 106)}, again`,
    brief: {
      ...brief,
      visitDate: null,
      complaints: [],
      // What goes next time is what was put in this time.
      oldRouter: { ...brief.oldRouter, sheet: [] },
      consents: brief.consents.map((c) => ({ ...c, got: false })),
      offer: { ...brief.offer, number: '', date: null },
      lastVisit: leftAs(job, built),
    },
    plan: { ...plan, options: [], today: { ...built, id: plan.today.id, name: plan.today.name } },
    evidence: [],
  };
}

type Heard = NonNullable<LastVisit['heard']>[number];

/** Channels on which more or fewer neighbours are heard than then: "5 GHz channel 36: 0 → 2". */
function channelsChanged(then: readonly Heard[], now: readonly Heard[]): string[] {
  const key = ({ band, channel }: Heard) => `${band} GHz channel ${channel}`;
  const count = (of: readonly Heard[], k: string) => of.filter((n) => key(n) === k).length;
  return [...new Set([...then, ...now].map(key))]
    .sort()
    .filter((k) => count(then, k) !== count(now, k))
    .map((k) => `${k}: ${count(then, k)} → ${count(now, k)}`);
}

/** What is otherwise than at the last visit, a sentence each: readings, units, walls, neighbours. */
export function sinceLastVisit(
  last: LastVisit,
  { site, today, verdicts }: { site: Site; today: Option; verdicts: readonly SpotVerdict[] },
): string[] {
  const out: string[] = [];
  const slower = last.spots.flatMap((then) => {
    const now = verdicts.find((v) => v.spotId === then.spotId);
    const read = now?.before;
    if (!now || !read) return [];
    const isSlower = read.downMbps < SLOWER * then.downMbps || read.upMbps < SLOWER * then.upMbps;
    return isSlower
      ? [
          `${now.number} ${now.name} ${speedText(then.downMbps)} → ${speedText(read.downMbps)} ↓${then.gone ? ', was proven gone' : ''}`,
        ]
      : [];
  });
  if (slower.length > 0) out.push(`Slower than then: ${slower.join('; ')}.`);
  const units = new Map(today.units.map((u) => [u.id, u]));
  const gone = last.units.filter((u) => !units.has(u.id)).map((u) => u.letter);
  const moved = last.units.filter((u) => {
    const now = units.get(u.id);
    return now && (now.place.storeyId !== u.place.storeyId || apartM(now.place, u.place) > MOVED_M);
  });
  const added = today.units.filter((u) => !last.units.some((l) => l.id === u.id)).map((u) => u.letter);
  if (gone.length > 0) out.push(`No longer there: ${gone.join(', ')}.`);
  if (moved.length > 0) out.push(`Moved: ${moved.map((u) => u.letter).join(', ')}.`);
  if (added.length > 0) out.push(`New: ${added.join(', ')}.`);
  const walls = new Map(site.walls.map((w) => [w.id, w.construction]));
  const then = new Set(last.walls.map((w) => w.id));
  const other = last.walls.filter((w) => walls.has(w.id) && walls.get(w.id) !== w.construction).length;
  const fewer = last.walls.filter((w) => !walls.has(w.id)).length;
  const more = site.walls.filter((w) => !then.has(w.id)).length;
  const count = (n: number, what: string) => (n > 0 ? [`${n} ${what}`] : []);
  const changed = [
    ...count(more, 'new'),
    ...count(fewer, 'gone'),
    ...count(other, 'of another construction'),
  ];
  if (changed.length > 0) out.push(`Walls: ${changed.join(', ')}.`);
  const channels = channelsChanged(last.heard ?? [], site.neighbours);
  const where = last.heard && channels.length > 0 ? ` (${channels.join('; ')})` : '';
  if (site.neighbours.length !== last.neighbours || where !== '')
    out.push(`Neighbours heard: ${last.neighbours} then, ${site.neighbours.length} now${where}.`);
  return out;
}

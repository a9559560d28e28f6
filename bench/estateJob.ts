import { emptyBrief, type Brief } from '../core/brief/brief';
import type { Option } from '../core/plan/option/schema';
import { inside } from '../core/site/model/levels';
import { areWithin } from '../core/site/geometry/apart';
import type { Place, Site } from '../core/site/model/schema';
import { seeded } from '../core/stats/seeded';
import { boxAt, madeSpot } from '../testing/smallHouse';
import { estate } from './estate';

/** An estate with outlets and spots strewn over its storeys, from a seed; the line comes into the first house. */
export function estateJob(
  farms: number,
  outlets: number,
  spots: number,
): { site: Site; brief: Brief; today: Option } {
  const bare = estate(farms);
  const next = seeded(7);
  const storeys = bare.buildings.flatMap((b) => b.storeys);
  const strewn = (count: number, apartM: number): Place[] => {
    const out: Place[] = [];
    while (out.length < count) {
      const { id, outline } = storeys[Math.floor(next() * storeys.length)]!;
      const [xs, ys] = [outline.map((p) => p.xM), outline.map((p) => p.yM)];
      const between = (list: number[]) =>
        Math.min(...list) + next() * (Math.max(...list) - Math.min(...list));
      const place = { storeyId: id, xM: between(xs), yM: between(ys), heightM: 0.4 };
      if (inside(outline, place.xM, place.yM) && !out.some((o) => areWithin(o, place, apartM)))
        out.push(place);
    }
    return out;
  };
  const first = storeys[0]!;
  const entry = { xM: first.outline[0]!.xM + 1, yM: first.outline[0]!.yM + 1 };
  const site: Site = {
    ...bare,
    outlets: strewn(outlets, 1.3).map((place, i) => ({
      id: `o${i}`,
      name: `Socket ${i + 1}`,
      place,
      circuitId: null,
      freeSockets: 2,
      strip: false,
    })),
    circuits: [],
    dataRuns: [],
    jacks: [],
    coax: { ...bare.coax, outlets: [], splitters: [], stretches: [] } as Site['coax'],
    spots: strewn(spots, 1).map((place, i) => madeSpot(i, { ...place, heightM: 1 }, next)),
    lineEntry: { storeyId: first.id, ...entry, heightM: 1 },
  };
  const empty = emptyBrief();
  return {
    site,
    brief: { ...empty, line: { ...empty.line, downMbps: 500, upMbps: 100 } },
    today: boxAt({ storeyId: first.id, ...entry, heightM: 1 }),
  };
}

import type { Site } from '../model/schema';

/**
 * Makes two spots one: the first takes over what runs at the second and its complaint; the second goes. Readings taken at
 * the second are kept and belong to a spot that is no more.
 */
export function mergeSpots(site: Site, keepId: string, goneId: string): Site {
  const keep = site.spots.find((s) => s.id === keepId);
  const gone = site.spots.find((s) => s.id === goneId);
  if (!keep || !gone || keep === gone) return site;
  const activities = [...keep.activities];
  for (const a of gone.activities) {
    const at = activities.findIndex((x) => x.activity === a.activity);
    if (at < 0) activities.push(a);
    else activities[at] = { ...a, count: Math.max(a.count, activities[at]!.count) };
  }
  const complaint = [keep.complaint, gone.complaint]
    .filter((c) => c !== '')
    .join(' ')
    .slice(0, 400);
  return {
    ...site,
    spots: site.spots
      .filter((s) => s.id !== goneId)
      .map((s) => (s.id === keepId ? { ...s, activities: activities.slice(0, 12), complaint } : s)),
    walk: site.walk.filter((id) => id !== goneId),
  };
}

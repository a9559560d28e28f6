'use client';
import { useMemo } from 'react';
import { sheetStoreys, type StoreyRef } from '@/core/site/model/levels';
import { storeyAbove } from '@/core/site/edit/storeys';
import { useJob } from '@/ui/job/store';

/** What of the site lies on the open sheet; each list stays the same one while nothing in it changes. */
export function useSheetSite() {
  const buildings = useJob((s) => s.site.buildings);
  const allWalls = useJob((s) => s.site.walls);
  const allOpenings = useJob((s) => s.site.openings);
  const allObstacles = useJob((s) => s.site.obstacles);
  const allRooms = useJob((s) => s.site.rooms);
  const foliage = useJob((s) => s.site.foliage);
  const custom = useJob((s) => s.site.customConstructions);
  const storeyId = useJob((s) => s.storeyId);
  const refs: StoreyRef[] = useMemo(() => sheetStoreys({ buildings }, storeyId), [buildings, storeyId]);
  const storeyIds = useMemo(() => new Set(refs.map((r) => r.storey.id)), [refs]);
  const walls = useMemo(() => allWalls.filter((w) => storeyIds.has(w.storeyId)), [allWalls, storeyIds]);
  const openings = useMemo(() => {
    const ids = new Set(walls.map((w) => w.id));
    return allOpenings.filter((o) => ids.has(o.wallId));
  }, [allOpenings, walls]);
  const obstacles = useMemo(
    () => allObstacles.filter((o) => o.storeyId === null || storeyIds.has(o.storeyId)),
    [allObstacles, storeyIds],
  );
  const rooms = useMemo(() => allRooms.filter((r) => storeyIds.has(r.storeyId)), [allRooms, storeyIds]);
  const holes = useMemo(() => refs.flatMap((r) => r.storey.holes), [refs]);
  const holesAbove = useMemo(
    () => refs.flatMap((r) => storeyAbove({ buildings }, r.storey.id)?.holes ?? []),
    [refs, buildings],
  );
  return { refs, storeyIds, walls, openings, obstacles, foliage, rooms, holes, holesAbove, custom };
}

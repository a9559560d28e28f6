'use client';
import { capital } from '@/core/site/model/capital';
import { mainsWords } from '@/core/site/model/mainsWords';
import { useCallback, useMemo } from 'react';
import { moveWalls } from '@/core/site/edit/walls';
import type { DataRun, Place, Point, Site, Wall } from '@/core/site/model/schema';
import { moveThings, placeThing, sameThing, type Thing } from '@/core/site/edit/things';
import { pixelToPlot } from '@/core/site/edit/underlay';
import { useJob, useJobStore } from '@/ui/job/store';
import { thingsSelected } from '@/ui/job/selection';
import type { SheetMark, ThingSymbolId } from '@/ui/sheet/marks';
import { useDrawing } from './drawing';
import type { Pass } from './tools';

type Wired = Pick<
  Site,
  'guessed' | 'outlets' | 'panels' | 'interference' | 'coax' | 'dataRuns' | 'jacks' | 'lineEntry'
>;

function mark(
  thing: Thing,
  symbol: ThingSymbolId,
  what: string,
  name: string,
  place: Place,
  part = '',
): SheetMark {
  return {
    kind: 'thing',
    id: `${part}${thing.kind}:${thing.id}`,
    thing,
    symbol,
    what,
    name,
    place,
    faint: false,
  };
}

/** Marks of wiring and disturbers, on the rounds where they matter. */
function thingMarks(
  site: Wired,
  pass: Pass,
  shown: (place: Place) => boolean,
  entryFree: boolean,
  panelWord: string,
): SheetMark[] {
  const out: SheetMark[] = [];
  const guessed = new Set(site.guessed);
  const placed = (
    list: readonly { id: string; name: string; place: Place }[],
    kind: Thing['kind'],
    symbol: ThingSymbolId,
    what: string,
  ) => {
    for (const t of list)
      if (shown(t.place)) {
        const isGuess = guessed.has(t.id);
        const of = mark({ kind, id: t.id }, symbol, isGuess ? `${what}, guessed` : what, t.name, t.place);
        out.push(isGuess && of.kind === 'thing' ? { ...of, faint: true } : of);
      }
  };
  if (pass === 'way' || pass === 'wiring')
    placed(site.interference, 'interference', 'interference', 'Disturber');
  if (pass !== 'wiring') return out;
  placed(site.outlets, 'outlet', 'outlet', 'Socket');
  placed(site.panels, 'panel', 'panel', panelWord);
  placed(site.coax.outlets, 'coaxOutlet', 'coaxOutlet', 'Coax outlet');
  placed(site.coax.splitters, 'splitter', 'splitter', 'Splitter');
  placed(site.jacks, 'jack', 'jackLoose', 'Jack');
  const jack = (r: DataRun, end: 'from' | 'to') => {
    // Named once, at its first end.
    const [what, name] =
      end === 'from' ? (['Jack', r.name] as const) : ([`Far jack of ${r.name}`, ''] as const);
    if (shown(r[end])) out.push(mark({ kind: 'dataRun', id: r.id }, 'jack', what, name, r[end], `${end}:`));
  };
  for (const r of site.dataRuns) {
    jack(r, 'from');
    jack(r, 'to');
  }
  if (entryFree && shown(site.lineEntry))
    out.push(mark({ kind: 'lineEntry', id: 'line' }, 'lineEntry', 'Line entry', 'Line', site.lineEntry));
  return out;
}

const middle = (points: readonly Point[]): Point => ({
  xM: points.reduce((sum, p) => sum + p.xM, 0) / points.length,
  yM: points.reduce((sum, p) => sum + p.yM, 0) / points.length,
});

const grip = (part: string, thing: Thing, at: Point, what: string): SheetMark => ({
  ...mark(thing, 'grip', 'Grip', what, { storeyId: null, heightM: 0, xM: at.xM, yM: at.yM }),
  id: `grip-${part}:${thing.kind}:${thing.id}`,
});

/** A point in the middle of a chosen thing that has no mark of its own; null for those that have one. */
function middleOfThing(site: Site, { kind, id }: Thing): Point | null {
  const find = <T extends { id: string }>(list: readonly T[]) => list.find((t) => t.id === id);
  switch (kind) {
    case 'wall': {
      const w = find(site.walls);
      return w ? middle([w.a, w.b]) : null;
    }
    case 'opening': {
      const o = find(site.openings);
      const w = o && site.walls.find((x) => x.id === o.wallId);
      if (!o || !w) return null;
      const t = (o.offsetM + o.widthM / 2) / Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
      return { xM: w.a.xM + t * (w.b.xM - w.a.xM), yM: w.a.yM + t * (w.b.yM - w.a.yM) };
    }
    case 'obstacle': {
      const o = find(site.obstacles);
      return o ? middle(o.outline) : null;
    }
    case 'foliage': {
      const f = find(site.foliage);
      return f ? middle(f.outline) : null;
    }
    case 'stairs': {
      const h = find(site.buildings.flatMap((b) => b.storeys.flatMap((s) => s.holes)));
      return h ? middle(h.outline) : null;
    }
    case 'duct': {
      const d = find(site.ducts);
      return d ? middle(d.path) : null;
    }
    case 'underlay': {
      const u = find(site.underlays);
      return u ? pixelToPlot(u, { x: u.widthPx / 2, y: u.heightPx / 2 }) : null;
    }
    case 'room': {
      const r = find(site.rooms);
      return r ? r.at : null;
    }
    default:
      return null;
  }
}

/** Grips of what is selected: both ends of a wall, and one in the middle that moves it all. */
function gripsOf(site: Site, things: readonly Thing[]): SheetMark[] {
  const first = things[0];
  if (!first) return [];
  const middles = things.map((t) => middleOfThing(site, t)).filter((p) => p !== null);
  if (things.length > 1)
    return middles.length > 0 ? [grip('all', first, middle(middles), `${things.length} things`)] : [];
  const wall = first.kind === 'wall' ? site.walls.find((w: Wall) => w.id === first.id) : undefined;
  return [
    ...(wall ? [grip('a', first, wall.a, 'one end'), grip('b', first, wall.b, 'other end')] : []),
    ...middles.map((p) => grip('all', first, p, 'move')),
  ];
}

/** Grips of doors and windows nobody has looked at yet: each is dragged to where it truly is without being chosen first. */
function guessedGrips(site: Site, storeyIds: ReadonlySet<string>, chosen: readonly Thing[]): SheetMark[] {
  const guessed = new Set(site.guessed);
  if (guessed.size === 0) return [];
  return site.openings.flatMap((o) => {
    const thing: Thing = { kind: 'opening', id: o.id };
    const wall = guessed.has(o.id) && site.walls.find((w) => w.id === o.wallId);
    if (!wall || !storeyIds.has(wall.storeyId) || chosen.some((t) => sameThing(t, thing))) return [];
    const at = middleOfThing(site, thing);
    return at ? [grip('all', thing, at, `${o.kind}, guessed`)] : [];
  });
}

/** Small marks and grips on the open sheet. */
export function useSurveyMarks(
  shown: (place: Place) => boolean,
  storeyIds: ReadonlySet<string>,
): readonly SheetMark[] {
  const pass = useDrawing((s) => s.pass);
  const tool = useDrawing((s) => s.tool);
  const site = useJob((s) => s.site);
  const selected = useJob((s) => s.selected);
  const also = useJob((s) => s.also);
  const units = useJob((s) => s.plan.today.units);
  const panelWord = useJob((s) => capital(mainsWords(s.brief.region).panel));
  const { guessed, outlets, panels, interference, coax, dataRuns, jacks, lineEntry } = site;
  const entryFree = !units.some(
    (u) => Math.hypot(u.place.xM - lineEntry.xM, u.place.yM - lineEntry.yM) < 0.6,
  );
  const marks = useMemo(
    () =>
      thingMarks(
        { guessed, outlets, panels, interference, coax, dataRuns, jacks, lineEntry },
        pass,
        shown,
        entryFree,
        panelWord,
      ),
    [
      guessed,
      outlets,
      panels,
      interference,
      coax,
      dataRuns,
      jacks,
      lineEntry,
      pass,
      shown,
      entryFree,
      panelWord,
    ],
  );
  const grips = useMemo(() => {
    if (tool !== 'select') return [];
    const chosen = thingsSelected({ selected, also });
    const own = gripsOf(site, chosen);
    if (pass !== 'house') return own;
    // In one order whatever is chosen: a grip that changed its place among the others would slip from the hand that drags it.
    return [...guessedGrips(site, storeyIds, chosen), ...own].sort((a, b) => (a.id < b.id ? -1 : 1));
  }, [site, selected, also, tool, pass, storeyIds]);
  return useMemo(() => [...marks, ...grips], [marks, grips]);
}

/** Moves what a mark stands for; one of several chosen takes the others along. */
function movedSite(site: Site, mark: SheetMark, place: Place, chosen: readonly Thing[]): Site {
  const [dx, dy] = [place.xM - mark.place.xM, place.yM - mark.place.yM];
  if (mark.kind === 'spot') {
    const own: Thing = { kind: 'spot', id: mark.id };
    if (chosen.length > 1 && chosen.some((t) => sameThing(t, own))) return moveThings(site, chosen, dx, dy);
    return placeThing(site, own, place);
  }
  if (mark.kind !== 'thing') return site;
  const { thing } = mark;
  if (mark.symbol === 'grip') {
    const end = /^grip-(a|b):/.exec(mark.id)?.[1] as 'a' | 'b' | undefined;
    return end ? moveWalls(site, [{ wallId: thing.id, end }], dx, dy) : moveThings(site, chosen, dx, dy);
  }
  if (chosen.length > 1 && chosen.some((t) => sameThing(t, thing))) return moveThings(site, chosen, dx, dy);
  if (thing.kind === 'dataRun') {
    const end = mark.id.startsWith('from:') ? 'from' : 'to';
    return {
      ...site,
      dataRuns: site.dataRuns.map((r) => (r.id === thing.id ? { ...r, [end]: place } : r)),
    };
  }
  return placeThing(site, thing, place);
}

const KINDS: ReadonlySet<SheetMark['kind']> = new Set(['spot', 'unit', 'thing']);

/** Moving of marks on the survey sheet: things of the survey, and units of today's network. */
export function useMarkMoves() {
  const store = useJobStore();
  const move = useCallback(
    (m: SheetMark, place: Place) => {
      const job = store.getState();
      if (m.kind === 'unit')
        job.setPlan((p) => ({
          ...p,
          today: { ...p.today, units: p.today.units.map((u) => (u.id === m.id ? { ...u, place } : u)) },
        }));
      else job.setSite((s) => movedSite(s, m, place, thingsSelected(job)));
    },
    [store],
  );
  return useMemo(() => ({ kinds: KINDS, move }), [move]);
}

import { feedPath } from '../plan/option/graph';
import { MOST_FLOOR_KINDS } from '../radio/coverage/castSpace';
import { kitById } from '../kit/catalogue/catalogue';
import type { Option, Plan } from '../plan/option/schema';
import { networkHash } from '../evidence/frozenNetwork';
import { type EvidenceRows, type StateRow } from '../evidence/rows';
import type { JobFile } from './jobFile';
import { bytesOf, checkPicture } from './picture';
import type { Place, Site } from '../site/model/schema';
import type { Problem } from './problem';
import type { KitItem } from '../kit/model/schema';
import { parentIdOf } from '../plan/option/feeds';

type Report = (path: string, message: string) => void;

/** Reports ids that stand twice in a list. */
function unique(list: readonly { id: string }[], path: string, report: Report): Set<string> {
  const seen = new Set<string>();
  list.forEach((item, i) => {
    if (seen.has(item.id))
      report(`${path}[${i}].id`, `the id "${item.id}" stands twice: give one of them another`);
    seen.add(item.id);
  });
  return seen;
}

function checkConstructions(site: Site, report: Report): void {
  const own = new Set(site.customConstructions.map((c) => c.id));
  const check = (name: string | null, path: string) => {
    if (name?.startsWith('custom-') && !own.has(name))
      report(path, `unknown material "${name}": it is not defined in customConstructions`);
  };
  site.walls.forEach((w, i) => check(w.construction, `site.walls[${i}].construction`));
  site.openings.forEach((o, i) => check(o.construction, `site.openings[${i}].construction`));
  site.obstacles.forEach((o, i) => check(o.construction, `site.obstacles[${i}].construction`));
  site.buildings.forEach((b, i) => {
    check(b.roof?.construction ?? null, `site.buildings[${i}].roof.construction`);
    b.storeys.forEach((s, j) => check(s.floor, `site.buildings[${i}].storeys[${j}].floor`));
  });
  const level = site.buildings.flatMap((b) => [b.roof?.construction, ...b.storeys.map((s) => s.floor)]);
  const kinds = new Set(level.filter((name) => name));
  if (kinds.size > MOST_FLOOR_KINDS)
    report(
      'site.buildings',
      `${kinds.size} different floors and roofs, at most ${MOST_FLOOR_KINDS} can be told apart: use one for those that are alike`,
    );
}

/** Ids and references within a site. */
export function checkSite(site: Site, report: Report): void {
  unique(site.buildings, 'site.buildings', report);
  const storeys = unique(
    site.buildings.flatMap((b) => b.storeys),
    'site.buildings[].storeys',
    report,
  );
  const place = (p: Place, path: string) => {
    if (p.storeyId !== null && !storeys.has(p.storeyId))
      report(`${path}.storeyId`, `there is no storey "${p.storeyId}"`);
  };
  const walls = unique(site.walls, 'site.walls', report);
  site.walls.forEach((w, i) => {
    if (!storeys.has(w.storeyId)) report(`site.walls[${i}].storeyId`, `there is no storey "${w.storeyId}"`);
  });
  unique(site.openings, 'site.openings', report);
  site.openings.forEach((o, i) => {
    if (!walls.has(o.wallId)) {
      report(`site.openings[${i}].wallId`, `there is no wall "${o.wallId}"`);
      return;
    }
    const w = site.walls.find((x) => x.id === o.wallId)!;
    const lengthM = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
    if (o.offsetM + o.widthM > lengthM + 0.01)
      report(
        `site.openings[${i}]`,
        `the ${o.kind} reaches ${(o.offsetM + o.widthM).toFixed(2)} m along a wall of ${lengthM.toFixed(2)} m: make it narrower or move it`,
      );
  });
  unique(site.spots, 'site.spots', report);
  const numbers = new Set<number>();
  site.spots.forEach((s, i) => {
    place(s.place, `site.spots[${i}].place`);
    if (numbers.has(s.number)) report(`site.spots[${i}].number`, `two spots have the number ${s.number}`);
    numbers.add(s.number);
  });
  site.rooms.forEach((r, i) => {
    if (!storeys.has(r.storeyId)) report(`site.rooms[${i}].storeyId`, `there is no storey "${r.storeyId}"`);
  });
  place(site.lineEntry, 'site.lineEntry');
  unique(site.dataRuns, 'site.dataRuns', report);
  site.dataRuns.forEach((r, i) => {
    place(r.from, `site.dataRuns[${i}].from`);
    place(r.to, `site.dataRuns[${i}].to`);
  });
  unique(site.jacks, 'site.jacks', report);
  site.jacks.forEach((j, i) => place(j.place, `site.jacks[${i}].place`));
  unique(site.ducts, 'site.ducts', report);
  unique(site.interference, 'site.interference', report);
  site.interference.forEach((x, i) => place(x.place, `site.interference[${i}].place`));
  unique(site.underlays, 'site.underlays', report);
  site.underlays.forEach((u, i) => {
    if (!storeys.has(u.storeyId))
      report(`site.underlays[${i}].storeyId`, `there is no storey "${u.storeyId}"`);
  });
  checkWiring(site, place, report);
  checkConstructions(site, report);
}

function checkWiring(site: Site, place: (p: Place, path: string) => void, report: Report): void {
  const panels = unique(site.panels, 'site.panels', report);
  site.panels.forEach((p, i) => {
    place(p.place, `site.panels[${i}].place`);
    if (p.fedFromId !== null && !panels.has(p.fedFromId))
      report(`site.panels[${i}].fedFromId`, `there is no panel "${p.fedFromId}"`);
  });
  const circuits = unique(site.circuits, 'site.circuits', report);
  site.circuits.forEach((c, i) => {
    if (!panels.has(c.panelId)) report(`site.circuits[${i}].panelId`, `there is no panel "${c.panelId}"`);
  });
  unique(site.outlets, 'site.outlets', report);
  site.outlets.forEach((o, i) => {
    place(o.place, `site.outlets[${i}].place`);
    if (o.circuitId !== null && !circuits.has(o.circuitId))
      report(`site.outlets[${i}].circuitId`, `there is no circuit "${o.circuitId}"`);
  });
  const coax = unique([...site.coax.outlets, ...site.coax.splitters], 'site.coax', report);
  site.coax.cables.forEach((c, i) => {
    for (const [key, end] of [
      ['upId', c.upId],
      ['downId', c.downId],
    ] as const)
      if (!coax.has(end))
        report(`site.coax.cables[${i}].${key}`, `there is no coax outlet or splitter "${end}"`);
  });
}

/** What a network needs of each kit item it names. */
type KnownKit = Pick<KitItem, 'feeds'> & { label?: string };
type NetworkUnits = readonly Pick<Option['units'][number], 'id' | 'kitId' | 'place' | 'feed'>[];

/** Units, kit and feeds of any network, planned or frozen: everything named is there, feeds run in no circle. */
function checkUnits(
  list: NetworkUnits,
  kitOf: (kitId: string) => KnownKit | undefined,
  path: string,
  report: Report,
): Set<string> {
  const units = unique(list, `${path}.units`, report);
  let gateways = 0;
  list.forEach((u, i) => {
    const at = `${path}.units[${i}]`;
    const kit = kitOf(u.kitId);
    if (!kit) report(`${at}.kitId`, `there is no kit item "${u.kitId}"`);
    else if (!kit.feeds.includes(u.feed.kind))
      report(
        `${at}.feed.kind`,
        `${kit.label ?? u.kitId} cannot be fed by ${u.feed.kind}: it takes ${kit.feeds.join(', ')}`,
      );
    const parentId = parentIdOf(u.feed);
    if (u.feed.kind === 'line') gateways++;
    else if (parentId !== null && !units.has(parentId))
      report(`${at}.feed.parentId`, `there is no unit "${parentId}"`);
    else if (parentId !== null) {
      const named = list.map((x) => ({ ...x, letter: x.id, name: x.id, radios: {} }));
      const way = feedPath({ id: '', name: '', units: named, wiredSpots: [] }, u.id);
      if (!way.ok && way.reason.includes('circle')) report(`${at}.feed.parentId`, way.reason);
    }
  });
  if (gateways > 1)
    report(`${path}.units`, 'two units are on the line: two routers in series are a classic fault');
  return units;
}

function checkOption(option: Option, site: Site, p: Plan, path: string, report: Report): void {
  const units = checkUnits(option.units, (kitId) => kitById(kitId, p.ownKit), path, report);
  const storeys = new Set(site.buildings.flatMap((b) => b.storeys.map((s) => s.id)));
  const spots = new Set(site.spots.map((s) => s.id));
  option.units.forEach((u, i) => {
    if (u.place.storeyId !== null && !storeys.has(u.place.storeyId))
      report(`${path}.units[${i}].place.storeyId`, `there is no storey "${u.place.storeyId}"`);
  });
  (option.locks ?? []).forEach((l, i) => {
    if (!units.has(l))
      report(`${path}.locks[${i}]`, `the lock is on the unit "${l}", which is not there: take it away`);
  });
  const runs = new Set(site.dataRuns.map((r) => r.id));
  option.wiredSpots.forEach((w, i) => {
    if (w.dataRunId && !runs.has(w.dataRunId))
      report(`${path}.wiredSpots[${i}].dataRunId`, `there is no data run "${w.dataRunId}"`);
    if (!spots.has(w.spotId)) report(`${path}.wiredSpots[${i}].spotId`, `there is no spot "${w.spotId}"`);
    if (!units.has(w.unitId)) report(`${path}.wiredSpots[${i}].unitId`, `there is no unit "${w.unitId}"`);
  });
}

/** Ids and references of the options of a plan. */
export function checkPlan(p: Plan, site: Site, report: Report): void {
  checkOption(p.today, site, p, 'plan.today', report);
  unique(p.ownKit, 'plan.ownKit', report);
  unique(p.ownMaterials, 'plan.ownMaterials', report);
  const rooms = new Set(site.rooms.map((r) => r.id));
  p.keptOut.forEach((r, i) => {
    if (!rooms.has(r)) report(`plan.keptOut[${i}]`, `there is no room "${r}"`);
  });
  unique(p.options, 'plan.options', report);
  p.options.forEach((o, i) => checkOption(o, site, p, `plan.options[${i}]`, report));
}

/**
 * A frozen network looked into as into an option. Storeys and spots it names may have been deleted since: its units then
 * count as yard. Where all are there still, its identity must be that of what it holds.
 */
function checkState(state: StateRow, site: Site, path: string, report: Report): void {
  const { network } = state;
  const kit = new Map(network.kit.map((k) => [k.id, k]));
  const units = checkUnits(network.units, (kitId) => kit.get(kitId), `${path}.network`, report);
  network.wiredSpots.forEach((w, i) => {
    if (!units.has(w.unitId))
      report(`${path}.network.wiredSpots[${i}].unitId`, `there is no unit "${w.unitId}"`);
  });
  const storeys = new Set(site.buildings.flatMap((b) => b.storeys.map((s) => s.id)));
  const whole = network.units.every((u) => u.place.storeyId === null || storeys.has(u.place.storeyId));
  if (whole && networkHash(network, site) !== state.hash)
    report(`${path}.hash`, 'is not that of the network it stands for: this file was changed by hand');
}

/** What rows of evidence refer to, and that they stand in one order. */
export function checkEvidence(rows: EvidenceRows, site: Site, report: Report): void {
  const states = new Set<string>();
  const readings = new Set<string>();
  const seen = new Set<string>();
  let last = 0;
  for (const row of rows) {
    if (row.kind === 'state') states.add(row.id);
    if (row.kind === 'reading') readings.add(row.id);
  }
  rows.forEach((row, i) => {
    const at = `evidence[${i}]`;
    const key = `${row.kind} ${row.id}`;
    if (seen.has(key))
      report(`${at}.id`, `the id "${row.id}" stands twice among rows of kind ${row.kind}: give one another`);
    seen.add(key);
    const number = row.received?.number ?? last + 1;
    if (number <= last) report(`${at}.received.number`, 'does not come after the one before');
    last = number;
    if (row.kind === 'state') checkState(row, site, at, report);
    if ((row.kind === 'reading' || row.kind === 'round') && !states.has(row.stateId))
      report(`${at}.stateId`, `there is no network state "${row.stateId}"`);
    if (row.kind === 'extra' && row.replacesId !== null && !seen.has(`extra ${row.replacesId}`))
      report(`${at}.replacesId`, `there is no extra "${row.replacesId}" before it`);
    if (row.kind === 'correction' && !readings.has(row.readingId))
      report(`${at}.readingId`, `there is no reading "${row.readingId}"`);
  });
}

function checkPictures(job: JobFile, report: Report): void {
  const pictures = unique(job.pictures, 'pictures', report);
  job.pictures.forEach((p, i) => {
    const checked = checkPicture(bytesOf(p.base64), p.type);
    if (!checked.ok) report(`pictures[${i}]`, checked.message);
  });
  job.site.underlays.forEach((u, i) => {
    if (!pictures.has(u.pictureId))
      report(`site.underlays[${i}].pictureId`, `there is no picture "${u.pictureId}"`);
  });
}

/**
 * Everything a job refers to must exist: storeys, walls, circuits, units, kit, states; feeds run in no circle. Readings
 * of a spot that was deleted are kept and are no problem.
 */
export function checkReferences(job: JobFile): Problem[] {
  const problems: Problem[] = [];
  const report: Report = (path, message) => problems.push({ path, message });
  checkSite(job.site, report);
  checkPlan(job.plan, job.site, report);
  checkEvidence(job.evidence, job.site, report);
  checkPictures(job, report);
  return problems;
}

import { z } from 'zod';
import { networkIn, type Built } from '@/core/evidence/built';
import type { WalkTrace } from '@/core/evidence/walkTrace';
import { evidenceOf } from '@/core/evidence/fold';
import { freeze } from '@/core/evidence/frozenNetwork';
import { phase, subject, type EvidenceRows, type Phase, type Subject } from '@/core/evidence/rows';
import { constructionLossDb } from '@/core/radio/materials/constructionLoss';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import {
  id as idSchema,
  type ClientTypeId,
  type Place,
  type PracticeHouseRef,
  type Site,
} from '@/core/site/model/schema';
import { farmSite } from '@/demo/farmSite';
import { rowSite } from '@/demo/larkspur';
import { faultsOf, mendedFaults } from '@/meter/practice/faults';
import type { HiddenHouse } from '@/meter/practice/hidden';
import type { PracticeLight, PracticeUnit } from '@/meter/practice/terms';
import { practiceHouse } from '@/meter/practice/house';
import { truthOf } from '@/meter/practice/oldHouse';
import { practiceWalk } from '@/meter/practice/walk';
import { asValues, practiceDevice, practiceUnits } from '@/meter/practiceInputs';
import type { Against } from '../jobs/evidence';
import type { OpenJob } from '../jobs/loaded';
import { refuse, type Outcome } from '../base/outcome';
import { lru } from '@/core/stats/lru';

/** The house a practice job is truly played in, whatever was drawn since. */
const trueSite = ({ house, seed }: PracticeHouseRef): Site =>
  house === 'farm' ? farmSite() : house === 'row' ? rowSite() : practiceHouse(seed).site;

const MOST_KEPT = 4;
const houses = lru<string, HiddenHouse>(MOST_KEPT);

/** The hidden house of a practice job, with what its remedies mended; made once. */
export function houseOf(ref: PracticeHouseRef, rows: EvidenceRows = []): HiddenHouse {
  const mended = new Set(evidenceOf(rows).remedies.flatMap((r) => r.act ?? []));
  return houses(JSON.stringify([ref, [...mended].sort()]), () => {
    const site = trueSite(ref);
    const faults = mendedFaults(faultsOf(ref), mended);
    return truthOf(site, ref, (name) => constructionLossDb(name, site.customConstructions), faults);
  });
}

export const practiceAsked = z.strictObject({
  /** Id of the reading, made once by whoever asks. */
  id: z.string().regex(/^[\w-]{8,64}$/),
  subject,
  phase,
  /** The unit of an option whose feed is tried; needed for trials alone. */
  trial: z.strictObject({ optionId: idSchema, unitId: idSchema }).optional(),
});
export type PracticeAsked = z.infer<typeof practiceAsked>;

/** How many runs of a subject a phase has, struck out or not: the next one scatters for itself. */
function countOf({ job }: OpenJob, of: Phase, what: Subject): number {
  const e = evidenceOf(job.evidence);
  const key = JSON.stringify(what);
  return e.readings.filter((r) => e.states.get(r.stateId)?.phase === of && JSON.stringify(r.subject) === key)
    .length;
}

type Read = { against: Against; row: Record<string, unknown> };

/** Reads the practice house of a job once. Computes rays: call it off the main thread. */
export function practiceRun(
  open: OpenJob,
  asked: PracticeAsked,
  at: { iso: string; hour: number },
): Outcome<Read> {
  const { site, brief } = open.job;
  if (!site.practice) return refuse(400, 'This is no practice house: its readings come from a meter.');
  const network = networkIn(asked.phase, site, open.job.plan, open.job.evidence);
  if (!network) return refuse(400, 'Accept an option first: there is nothing built to read yet.');
  const house = houseOf(site.practice, open.job.evidence);
  const units = practiceUnits(site, network);
  const line = { downMbps: brief.line.downMbps, upMbps: brief.line.upMbps, idleMs: brief.line.idleMs ?? 9 };
  const n = countOf(open, asked.phase, asked.subject);
  const name = `${asked.phase} ${JSON.stringify(asked.subject)} ${n}`;
  const found =
    asked.subject.kind === 'walk'
      ? readWalk(site, house, network, asked.subject, { name, hour: at.hour })
      : asked.trial
        ? readTrial(open, house, asked.subject, asked.trial, name)
        : readSubject(site, house, units, line, asked.subject, { name, hour: at.hour });
  if (!found.ok) return found;
  return {
    ok: true,
    value: {
      against: { phase: asked.phase, ...freeze(site, network.option, network.kit) },
      row: { kind: 'reading', id: asked.id, at: at.iso, ...found.value },
    },
  };
}

/** Tries the link that is meant to feed a unit of an option. */
function readTrial(
  { job }: OpenJob,
  house: HiddenHouse,
  what: Subject,
  { optionId, unitId }: NonNullable<PracticeAsked['trial']>,
  name: string,
): Outcome<ReturnType<typeof asValues>> {
  const option = job.plan.options.find((o) => o.id === optionId);
  const units = option ? practiceUnits(job.site, { option, kit: [...CATALOGUE, ...job.plan.ownKit] }) : [];
  const unit = units.find((u) => u.id === unitId);
  if (!unit || (what.kind !== 'trialPlace' && what.kind !== 'trialOutlets'))
    return refuse(404, 'There is no such unit to try. Wait until the plan is saved.');
  const run = house.readTrial(units, unit, name);
  return {
    ok: true,
    value: asValues(run, { subject: what, device: 'laptop', deviceName: 'trial' }, 'house'),
  };
}

/** Walks from beside one unit to beside another with a phone in the hand. */
function readWalk(
  site: Site,
  house: HiddenHouse,
  network: Built,
  what: Extract<Subject, { kind: 'walk' }>,
  run: { name: string; hour: number },
): Outcome<ReturnType<typeof asValues> & { walk: WalkTrace }> {
  const units = practiceUnits(site, network);
  const [from, to] = [what.fromUnitId, what.toUnitId].map((id) => units.find((u) => u.id === id));
  if (!from || !to || from === to)
    return refuse(404, 'A walk goes from one unit of this network to another. Reload the page.');
  const planned = (id: string) => network.option.units.find((u) => u.id === id)!;
  const { marks, trips, end } = practiceWalk(
    house,
    site.practice!.seed,
    units,
    practiceDevice('phone'),
    [from, to],
    {
      ...run,
      roams: (id) => network.kit.find((k) => k.id === planned(id).kitId)?.roams ?? false,
      nameOf: (id) => `${planned(id).letter} ${planned(id).name}`.slice(0, 80),
    },
  );
  const value = asValues(end, { subject: what, device: 'phone', deviceName: 'walk' }, 'house');
  return { ok: true, value: { ...value, walk: { marks, trips } } };
}

function readSubject(
  site: Site,
  house: HiddenHouse,
  units: readonly PracticeUnit[],
  line: Parameters<HiddenHouse['readLine']>[0],
  what: Subject,
  run: { name: string; hour: number },
): Outcome<ReturnType<typeof asValues>> {
  const ok = (value: ReturnType<typeof asValues>) => ({ ok: true as const, value });
  const air = (place: Place, kind: ClientTypeId, deviceName: string) =>
    ok(
      asValues(
        house.readAt(units, practiceDevice(kind), place, line, run),
        { subject: what, device: kind, deviceName },
        'internet',
      ),
    );
  switch (what.kind) {
    case 'line':
      return ok(
        asValues(
          house.readLine(line, run),
          { subject: what, device: 'wired', deviceName: 'wired laptop' },
          'internet',
        ),
      );
    case 'spot': {
      const spot = site.spots.find((s) => s.id === what.spotId);
      return spot
        ? air(spot.place, spot.client, spot.deviceName)
        : refuse(404, 'There is no such spot. Reload the page.');
    }
    case 'trialPlace':
      return air(what.place, 'laptop', 'trial');
    case 'link': {
      const unit = units.find((u) => u.id === what.unitId);
      if (!unit) return refuse(404, 'There is no such unit in this network. Reload the page.');
      return ok(
        asValues(
          house.readLink(units, unit, run.name),
          { subject: what, device: 'laptop', deviceName: '' },
          'house',
        ),
      );
    }
    default:
      return refuse(400, 'The practice house cannot be read for this.');
  }
}

/** What the lights of the units of a phase say. */
export function practiceLights(open: OpenJob, of: Phase): { unitId: string; light: PracticeLight }[] {
  const { site, plan, evidence } = open.job;
  const network = site.practice ? networkIn(of, site, plan, evidence) : null;
  if (!site.practice || !network) return [];
  const house = houseOf(site.practice, evidence);
  const units = practiceUnits(site, network);
  return units.map((u) => ({ unitId: u.id, light: house.lightOf(units, u) }));
}

import { forecastOf, priceNow, priceToAgree } from '@/core/evidence/agreed';
import { asBuilt, asItWas } from '@/core/evidence/built';
import { freeze, networkHash } from '@/core/evidence/frozenNetwork';
import type { EvidenceRow, Phase, StateRow } from '@/core/evidence/rows';
import { signedNow } from '@/core/evidence/signed';
import { serialStepOf } from '@/core/fit/serials';
import type { JobFile } from '@/core/job/jobFile';
import { nextRound } from '@/core/job/nextRound';
import { createPlanner } from '@/core/job/planner';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import { plainFeed } from '@/core/plan/option/feeds';
import type { Option, Unit } from '@/core/plan/option/schema';
import { constructionLossDb } from '@/core/radio/materials/constructionLoss';
import type { Place, Spot } from '@/core/site/model/schema';
import { truthOf } from '@/meter/practice/oldHouse';
import { asValues, practiceUnits } from '@/meter/practiceInputs';
import { practisedReadings } from './practise';
import { practiceJob } from './practiceJob';

/** The truth behind it: a house whose workshop is out of reach by air, and within reach by fibre. */
const REF = { house: 'generated', seed: 9200, difficulty: 'usual' } as const;
const at = (day: number, clock: string) => `2026-05-${String(day).padStart(2, '0')}T${clock}:00Z`;
const renamed = (name: string): string => name.replace('Outbuilding', 'Workshop');

/** Ids made in their order: the same job every time it is made. */
function counter() {
  let n = 0;
  return (kind: string) => `${kind}-done-${++n}`;
}

/** The house as it was surveyed, with what its owners said. */
function surveyedJob(): JobFile {
  const job = practiceJob('Alder Cottage', REF);
  const buildings = job.site.buildings.map((b) => ({
    ...b,
    name: renamed(b.name),
    storeys: b.storeys.map((s) => ({ ...s, name: renamed(s.name) })),
  }));
  const spots = job.site.spots.map((s): Spot => ({ ...s, name: renamed(s.name) }));
  return {
    ...job,
    site: { ...job.site, buildings, spots },
    brief: {
      ...job.brief,
      customer: 'The Alders',
      address: '3 Alder Lane',
      installer: 'Hollis and Vale',
      networkName: 'alder',
      visitDate: '2026-05-12',
      devices: [
        { id: 'dv-1', name: 'Lathe tablet', only24: false, matters: true },
        { id: 'dv-2', name: 'Door bell', only24: true, matters: false },
      ],
      offer: {
        ...job.brief.offer,
        taxPercent: 20,
        taxName: 'VAT',
        travelMinor: 30_00,
        number: '2026-031',
        date: '2026-05-06',
        guarantee:
          'Every dead spot we call gone stays gone for a year, as long as what is listed here stays where it is: else we come again for nothing.',
      },
      complaints: spots
        .filter((s) => s.name.startsWith('Workshop'))
        .slice(0, 1)
        .map((s) => ({ id: 'cp-1', words: 'The order list never loads in the workshop.', spotId: s.id })),
    },
  };
}

/** The option that was offered: a node upstairs and one in the workshop, both by air. */
function offered({ site, plan }: JobFile): Option {
  const old = plan.today.units[0]!;
  const far = site.spots.find((s) => s.name.startsWith('Upper north-east'))!;
  const shed = site.spots.find((s) => s.name.startsWith('Workshop'))!;
  const a: Unit = { ...old, id: 'unit-a', kitId: 'mesh-own-radio', name: 'At the line' };
  const unit = (id: string, letter: string, name: string, place: Place): Unit => ({
    ...a,
    id,
    letter,
    name,
    place,
    feed: plainFeed('wireless', 'unit-a'),
  });
  return {
    id: 'opt-done',
    name: 'Two nodes by air',
    wiredSpots: [],
    units: [
      a,
      unit('unit-b', 'B', 'Upper landing', { ...far.place, heightM: 0.9 }),
      unit('unit-c', 'C', 'Workshop shelf', { ...shed.place, xM: shed.place.xM + 0.8, heightM: 1.4 }),
    ],
  };
}

/**
 * A job that is finished and signed, made by the acts a person would do in a practice house: read before, offered, fitted with one unit
 * moved after its light was read, read again, the workshop not gone, its remedy taken, read again, gone, signed. It is practice, and says so.
 */
export function alderCottage(): JobFile {
  const newId = counter();
  const surveyed = surveyedJob();
  const option = offered(surveyed);
  const job: JobFile = { ...surveyed, plan: { ...surveyed.plan, options: [option] } };
  const { site, brief } = job;
  const rows: EvidenceRow[] = [];
  // What rows add up to is kept with their list: each time it is another list.
  const now = () => [...rows];
  const house = truthOf(site, REF, (name) => constructionLossDb(name, []));
  const stateOf = (id: string, phase: Phase, when: string): StateRow => {
    const network = phase === 'before' ? asItWas(job.plan, now()) : asBuilt(site, job.plan, now())!;
    const kit = CATALOGUE.filter((k) => network.option.units.some((u) => u.kitId === k.id));
    const { network: frozen, labels } = freeze(site, network.option, kit);
    return {
      kind: 'state',
      id,
      at: when,
      by: '',
      phase,
      hash: networkHash(frozen, site),
      network: frozen,
      labels,
    };
  };
  const derive = () => createPlanner({ ...job, evidence: now() }).derive(option.id);
  const base = (when: string, by = 'J. Vale') => ({ at: when, by });

  // Before.
  const before = stateOf('before-1', 'before', at(5, '10:00'));
  rows.push(...practisedReadings(job, { option: job.plan.today, kit: CATALOGUE }, before, REF));

  // Agreed to, as it stood on the offer.
  const planned = derive().options[option.id]!;
  rows.push({
    kind: 'acceptance',
    id: newId('ac'),
    ...base(at(7, '09:00')),
    optionId: option.id,
    optionName: option.name,
    note: '',
    forecast: forecastOf(planned.predictions),
    price: priceToAgree(brief, planned),
    signedBy: 'R. Alder',
  });

  // Fitted: the node upstairs held badly where it was meant to stand, and was moved nearer.
  const [a, b] = option.units as [Unit, Unit, Unit];
  const nearer: Place = {
    ...b.place,
    xM: (2 * b.place.xM + a.place.xM) / 3,
    yM: (2 * b.place.yM + a.place.yM) / 3,
  };
  const lightAt = (place: Place) => {
    const units = practiceUnits(site, {
      option: { ...option, units: option.units.map((u) => (u.id === b.id ? { ...u, place } : u)) },
      kit: CATALOGUE,
    });
    return house.lightOf(
      units,
      units.find((u) => u.id === b.id)!,
    );
  };
  const tried = (place: Place, when: string): EvidenceRow => ({
    kind: 'try',
    id: newId('tr'),
    ...base(when),
    unitId: b.id,
    place,
    light: lightAt(place),
    levelDbm: null,
    linkMbps: null,
    note: '',
  });
  rows.push(tried(b.place, at(12, '10:40')));
  rows.push({
    kind: 'move',
    id: newId('mv'),
    ...base(at(12, '10:47')),
    unitId: b.id,
    place: nearer,
    feed: null,
    leftOut: false,
    note: '',
  });
  rows.push(tried(nearer, at(12, '10:52')));
  option.units.forEach((u, i) =>
    rows.push({
      kind: 'step',
      id: newId('st'),
      ...base(at(12, '09:20')),
      optionId: option.id,
      stepKey: serialStepOf(u),
      act: 'serial',
      text: `AC26-004${i + 1}`,
    }),
  );
  const tickAll = (when: string) => {
    // The steps hang on the plan and on what was moved, not on what was read.
    const unread = now().filter((r) => r.kind !== 'reading' && r.kind !== 'state');
    const { steps } = createPlanner({ ...job, evidence: unread }).derive(option.id);
    for (const tick of steps.flatMap((s) => s.ticks))
      rows.push({
        kind: 'step',
        id: newId('st'),
        ...base(when),
        optionId: option.id,
        stepKey: tick.key,
        act: 'done',
        text: tick.mark,
      });
  };
  for (const d of brief.devices)
    rows.push({
      kind: 'device',
      id: newId('dv'),
      ...base(at(12, '11:30')),
      deviceId: d.id,
      joined: true,
      note: '',
    });
  tickAll(at(12, '11:40'));

  // After, round 1: the units under load, then every spot.
  const readRound = (round: number, when: string, spotIds: ReadonlySet<string> | null) => {
    const state = stateOf(`after-${round}`, 'after', when);
    const network = asBuilt(site, job.plan, now())!;
    const kit = { option: network.option, kit: CATALOGUE };
    const units = practiceUnits(site, kit);
    const [frozen, ...read] = practisedReadings(job, kit, state, REF);
    rows.push(frozen!, {
      kind: 'round',
      id: `round-${round}`,
      ...base(when, ''),
      number: round,
      stateId: state.id,
    });
    for (const u of units.filter((unit) => unit.feed.kind !== 'line'))
      for (let i = 1; i <= 3; i++)
        rows.push({
          kind: 'reading',
          id: `${state.id}-link-${u.id}-${i}`,
          ...base(when, ''),
          stateId: state.id,
          ...asValues(
            house.readLink(units, u, `${state.id} ${u.id} ${i}`),
            { subject: { kind: 'link', unitId: u.id, load: 'loaded' }, device: 'laptop', deviceName: '' },
            'house',
          ),
        });
    rows.push(
      ...read.filter(
        (r) =>
          r.kind === 'reading' && (r.subject.kind !== 'spot' || !spotIds || spotIds.has(r.subject.spotId)),
      ),
    );
  };
  readRound(1, at(12, '12:00'), null);

  // The workshop is not gone: its backhaul by air gives too little; fibre is taken, as an extra.
  const planner = createPlanner({ ...job, evidence: now() });
  const found = planner.derive(option.id);
  const cause = found.causes.find(
    (c) => c.phase === 'after' && site.spots.find((s) => s.id === c.spotId)?.name.startsWith('Workshop'),
  );
  if (cause) {
    const built = asBuilt(site, job.plan, now())!.option;
    const fibre: Option = {
      ...built,
      units: built.units.map((u) => (u.id === 'unit-c' ? { ...u, feed: plainFeed('fibre', 'unit-a') } : u)),
    };
    const then = planner.look({
      option: fibre,
      now: null,
      sheet: null,
    }).evaluation;
    const own = then.predictions.find((p) => p.spotId === cause.spotId)!;
    const round = nextRound(
      { site, plan: job.plan, rows: now() },
      cause,
      {
        label: 'C by fibre from A',
        act: null,
        proposal: { option: fibre, addedUnitIds: [] },
        downMbps: own.downMbps,
        upMbps: own.upMbps,
        works: true,
        minor: then.price.totalMinor - found.built!.price.totalMinor,
        minutes: 90,
        readAgain: [],
      },
      newId,
      at(19, '08:30'),
    )!;
    job.plan = round.plan;
    // The extra was agreed to before the work went on.
    rows.push(...round.rows.map((r) => (r.kind === 'extra' ? { ...r, agreedBy: 'R. Alder' } : r)));
    tickAll(at(19, '11:00'));
    const again = new Set(site.spots.filter((s) => s.name.startsWith('Workshop')).map((s) => s.id));
    readRound(2, at(19, '11:20'), again);
  }

  // Signed for what stands there now.
  const derived = derive();
  const price = priceNow(now(), brief, derived.options[option.id] ?? null);
  rows.push({
    kind: 'signOff',
    id: newId('so'),
    ...base(at(19, '12:10')),
    who: 'R. Alder',
    says: 'The order list loads.',
    shown: signedNow({ ...job, evidence: now(), derived }, price),
  });
  return { ...job, evidence: now() };
}

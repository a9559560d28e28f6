import { kitById } from '@/core/kit/catalogue/catalogue';
import { serialAt } from '@/core/evidence/fold';
import { lightsOf } from '@/core/fit/lights';
import { serialStepOf } from '@/core/fit/serials';
import { parentIdOf } from '@/core/plan/option/feeds';
import type { Unit } from '@/core/plan/option/schema';
import { between } from '@/core/site/geometry/between';
import { storeysById } from '@/core/site/model/levels';
import { linkRead } from '@/core/readings/trials';
import { cell, type Block } from './blocks';
import { planName, plansOf, type DrawnPlan } from './drawing';
import type { PaperGround } from './job';
import { spotList } from './spots';

/** Share of what was read, or of the low end of what is reckoned, that a test by any means ought to show. */
const TRIAGE_SHARE = 0.6;

/** How a unit is joined: "coax from A". */
export function backhaulText({ words }: PaperGround, unit: Unit, units: readonly Unit[]): string {
  const parent = units.find((u) => u.id === parentIdOf(unit.feed));
  return `${words.feeds[unit.feed.kind]}${parent ? ` ${words.from(parent.letter)}` : ''}`;
}

/** Where a unit is: its name, and the storey of a building with several. */
function placeText({ job, words }: PaperGround, unit: Unit): string {
  const ref = unit.place.storeyId ? storeysById(job.site).get(unit.place.storeyId) : undefined;
  if (!ref) return `${unit.name} (${words.outdoors})`;
  const { building, storey } = ref;
  return `${unit.name} (${building.name}${building.storeys.length > 1 ? `, ${storey.name}` : ''})`;
}

/** Where each unit is, how it is joined, the light it shows when all is well, and its serial. */
export function unitBlocks(g: PaperGround): Block[] {
  const { words, units, built, job, evidence } = g;
  const c = words.columns;
  if (!built || units.length === 0)
    return [
      { kind: 'heading', text: words.units },
      { kind: 'para', text: words.noUnits },
    ];
  const optionId = evidence.accepted?.optionId ?? built.option.id;
  return [
    { kind: 'heading', text: words.units },
    {
      kind: 'table',
      head: [c.unit, c.kind, c.place, c.backhaul, c.light, c.serial],
      widths: [0.07, 0.22, 0.25, 0.16, 0.16, 0.14],
      rows: units.map((u) => {
        const kit = kitById(u.kitId, built.kit);
        const light = kit ? lightsOf(kit, 'afterwards').find((l) => l.means === 'holds') : undefined;
        return [
          cell(u.letter, { strong: true }),
          cell(words.goods(kit?.label ?? u.kitId)),
          cell(placeText(g, u)),
          cell(backhaulText(g, u, units)),
          cell(light ? words.light(light.shows) : '–'),
          cell(serialAt(job.evidence, optionId, serialStepOf(u)) ?? words.notNoted, { tone: 'soft' }),
        ];
      }),
    },
  ];
}

/** Plans as blocks, each under its name. */
export const drawn = (words: PaperGround['words'], plans: readonly DrawnPlan[]): Block[] =>
  plans.map((p) => ({ kind: 'drawing', drawing: p.drawing, caption: planName(p, words.yard) }));

/** The plans of what is built, each storey once. */
export function drawingBlocks(g: PaperGround, box: { widthPt: number; heightPt: number }): Block[] {
  const { words, built, evaluation, job } = g;
  if (!built || built.option.units.length === 0) return [];
  const plans = plansOf(job.site, built.option, evaluation?.cables ?? [], box);
  return [
    { kind: 'heading', text: words.drawings },
    { kind: 'para', text: words.drawingKey, tone: 'soft' },
    ...drawn(words, plans),
  ];
}

/** Two tests by any means against two printed figures: which link has failed. */
export function triageBlocks(g: PaperGround): Block[] {
  const { words, units, evaluation, job, speed } = g;
  const gateway = units.find((u) => u.feed.kind === 'line');
  if (!gateway) return [];
  const { after, before } = job.derived.lines;
  const line = after.downMbps ?? before.downMbps ?? job.brief.line.downMbps;
  const c = words.columns;
  const lineLeast = TRIAGE_SHARE * line;
  const rows = units.flatMap((u) => {
    if (u === gateway) return [];
    const gives = linkRead(u, job.evidence)?.downMbps ?? evaluation?.feeds[u.id]?.downRangeMbps[0] ?? null;
    if (gives === null || gives <= 0) return [];
    return [
      [
        cell(words.beside(u.letter)),
        cell(`${speed(TRIAGE_SHARE * Math.min(line, gives))} ${words.mbps}`, { strong: true }),
        cell(words.lessBackhaul(backhaulText(g, u, units))),
      ],
    ];
  });
  return [
    { kind: 'heading', text: words.triage },
    { kind: 'para', text: words.triageText },
    {
      kind: 'table',
      head: [c.test, c.atLeast, c.less],
      widths: [0.3, 0.2, 0.5],
      rows: [
        [
          cell(words.byCable(gateway.letter)),
          cell(`${speed(lineLeast)} ${words.mbps}`, { strong: true }),
          cell(words.lessLine),
        ],
        ...rows,
      ],
    },
    { kind: 'para', text: words.lessElse, tone: 'soft' },
  ];
}

/** Doors and things that are named for a unit. */
const MOST_NAMED = 8;

/** What must not be moved: units whose change would end a proof, and what lies between them and the spots they serve. */
export function stayBlocks(g: PaperGround): Block[] {
  const { words, units, evaluation, job } = g;
  const proven = job.derived.verdicts.filter((v) => v.gone);
  if (units.length === 0 || proven.length === 0) return [];
  const servedBy = new Map((evaluation?.predictions ?? []).map((p) => [p.spotId, p.unitId]));
  const lines = units.flatMap((u) => {
    const spots = proven.filter((v) => servedBy.get(v.spotId) === u.id);
    if (spots.length === 0) return [];
    const ways = spots.flatMap((v) => {
      const spot = job.site.spots.find((s) => s.id === v.spotId);
      return spot ? [between(job.site, u.place, spot.place)] : [];
    });
    const doors = ways.flatMap((w) => w.doors.map((d) => words.doorBetween(...d.rooms)));
    const things = ways.flatMap((w) => w.things.map((t) => t.name));
    const named = [...new Set([...doors, ...things])];
    return [
      words.stayBetween(u.letter, spotList(spots)),
      ...(named.length > 0 ? [words.stayThings(u.letter, named.slice(0, MOST_NAMED).join(', '))] : []),
    ];
  });
  return [
    { kind: 'heading', text: words.stay },
    {
      kind: 'list',
      items: [
        words.stayUnits(units.map((u) => `${u.letter} ${u.name}`).join(', ')),
        ...lines,
        words.stayDoors,
      ],
    },
  ];
}

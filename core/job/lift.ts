import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import { freeze, networkHash, type Network } from '../evidence/frozenNetwork';
import type { Option } from '../plan/option/schema';
import { plainFeed } from '../plan/option/feeds';
import { activityId } from '../site/model/needs';
import type { Site } from '../site/model/schema';
import { feedKind } from '../kit/model/schema';

type Json = Record<string, unknown>;

/** What is lifted comes from outside and may be anything: whatever is not as expected is left for the schema to name. */
const isObject = (v: unknown): v is Json => v !== null && typeof v === 'object' && !Array.isArray(v);
const objects = (v: unknown): Json[] => (Array.isArray(v) ? v.filter(isObject) : []);
const isText = (v: unknown): v is string => typeof v === 'string';

/** A feed of version 2, where every kind held the fields of all, as a feed of its kind. */
function liftFeed(feed: unknown): unknown {
  if (!isObject(feed)) return feed;
  const kind = feedKind.safeParse(feed.kind);
  if (!kind.success) return feed;
  const empty: Json = plainFeed(kind.data, null);
  return Object.fromEntries(Object.keys(empty).map((k) => [k, Object.hasOwn(feed, k) ? feed[k] : empty[k]]));
}

function liftOption(option: unknown): unknown {
  if (!isObject(option) || !Array.isArray(option.units)) return option;
  return {
    ...option,
    units: option.units.map((u: unknown) => (isObject(u) ? { ...u, feed: liftFeed(u.feed) } : u)),
  };
}

/** The plan of version 2: feeds by kind; which option a window shows is no longer part of it. */
export function liftPlan2(plan: unknown): unknown {
  if (!isObject(plan)) return plan;
  const { chosenId: _, ...rest } = plan;
  return {
    ...rest,
    today: liftOption(plan.today),
    options: Array.isArray(plan.options) ? plan.options.map(liftOption) : plan.options,
  };
}

/** The survey of version 2: limits of activities nobody knows are gone. */
export function liftSite2(site: unknown): unknown {
  if (!isObject(site) || !isObject(site.activityLimits)) return site;
  const known = Object.entries(site.activityLimits).filter(([k]) => activityId.safeParse(k).success);
  return { ...site, activityLimits: Object.fromEntries(known) };
}

/** The frozen network of version 2 with its kit and its identity; the kit is what the job and the catalogue have today. */
function liftState(state: Json, plan: unknown, site: unknown): Json {
  const ownKit = isObject(plan) ? (objects(plan.ownKit) as unknown as KitItem[]) : [];
  const option = liftOption(state.option);
  const plot = (isObject(site)
    ? { buildings: objects(site.buildings) }
    : { buildings: [] }) as unknown as Site;
  const frames = isObject(state.frames) ? state.frames : {};
  const base = { at: state.takenAt, by: '', id: state.id, kind: 'state' };
  const phase = state.kind === 'asBuilt' ? 'after' : 'before';
  try {
    const used = (option as Option).units.map((u) => kitById(u.kitId, ownKit)).filter((k) => k !== undefined);
    const { network, labels } = freeze(plot, option as Option, used);
    const placed: Network = {
      ...network,
      frames: Object.entries(frames).map(([buildingId, frame]) => ({
        buildingId,
        frame: frame as Network['frames'][number]['frame'],
      })),
    };
    return { ...base, phase, hash: networkHash(placed, plot), network: placed, labels };
  } catch {
    // A network that is none: the schema says what is wrong with it.
    return { ...base, phase, hash: '', network: option, labels: null };
  }
}

function liftReading(r: Json): Json {
  const { spotId, takenAt, ...rest } = r;
  return {
    ...rest,
    kind: 'reading',
    at: takenAt,
    by: '',
    subject: spotId === null ? { kind: 'line' } : { kind: 'spot', spotId },
    source: 'typed',
    replacesId: null,
  };
}

/** The option the work of version 2 was done on: the one with the most steps ticked, else the one that was chosen. */
function workedOn(evidence: Json, plan: unknown): Json | null {
  if (!isObject(plan)) return null;
  const steps = objects(evidence.stepEvents);
  const built = objects(evidence.states).filter((s) => s.kind === 'asBuilt');
  if (steps.length === 0 && built.length === 0) return null;
  const options = objects(plan.options);
  const ticks = (id: unknown) => steps.filter((e) => e.optionId === id).length;
  const most = [...options].sort((a, b) => ticks(b.id) - ticks(a.id))[0];
  const chosen = options.find((o) => o.id === plan.chosenId) ?? options[0];
  const option = most && ticks(most.id) > 0 ? most : chosen;
  if (!option) return null;
  const times = [...steps.map((e) => e.at), ...built.map((s) => s.takenAt)].filter(isText).sort();
  return {
    kind: 'acceptance',
    id: 'accepted',
    at: times[0],
    by: '',
    optionId: option.id,
    optionName: option.name,
    forecast: [],
    note: '',
  };
}

/** The evidence of version 2, four lists, as rows in one order; corrections of nothing are left out. */
export function liftEvidence2(evidence: unknown, plan: unknown, site: unknown): unknown {
  if (!isObject(evidence)) return evidence;
  const readings = objects(evidence.readings);
  const ids = new Set(readings.map((r) => r.id));
  const rows: Json[] = [];
  for (const state of objects(evidence.states)) {
    rows.push(liftState(state, plan, site));
    if (state.kind === 'asBuilt')
      rows.push({
        kind: 'round',
        id: `round-${rows.length}`,
        at: state.takenAt,
        by: '',
        number: Math.max(1, Number(state.round) || 1),
        stateId: state.id,
      });
  }
  const accepted = workedOn(evidence, plan);
  if (accepted) rows.push(accepted);
  rows.push(...readings.map(liftReading));
  objects(evidence.voided).forEach((v, i) => {
    if (!ids.has(v.readingId)) return;
    const { readingId, reason, at } = v;
    rows.push({ kind: 'correction', id: `strike-${i + 1}`, at, by: '', readingId, act: 'strikeOut', reason });
  });
  for (const e of objects(evidence.stepEvents)) {
    const { kind, ...rest } = e;
    rows.push({ ...rest, kind: 'step', by: '', act: kind });
  }
  return rows.map((row, i) => ({ ...row, received: { number: i + 1, at: row.at } }));
}

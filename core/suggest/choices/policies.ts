import { PLANNED_DBM } from '../../radio/link/levels';
import { levelText } from '../../site/model/levelText';

/** A way of working, as a set of things it allows: a filter of the search. */
export interface Policy {
  id: string;
  label: string;
  about: string;
  feeds: 'any' | 'wire' | 'air' | 'noDrilling';
  kits: readonly string[];
  router: 'any' | 'replace' | 'behind';
}

/** A rule practitioners place units by where they cannot calculate: the yardstick of the search. */
export interface RuleOfThumb extends Policy {
  placing: 'halfway' | 'asNear' | 'twoRooms' | 'twoWalls' | 'plugIn';
}

export const MESH = ['mesh-dual', 'mesh-own-radio'] as const;
/** Access points for where a cable comes: under a ceiling, and outdoors under the eaves or on a pole. */
const WIRED = ['ceiling-poe', 'outdoor-poe'] as const;
const PLUG_IN = ['extender-dual', 'extender-ax'] as const;

/** Ways of working a search is made for; the first is bound by nothing. */
export const POLICIES: readonly Policy[] = [
  {
    id: 'free',
    label: 'Free',
    about: 'Bound by no rule: any kit, backhaul and place that is there.',
    feeds: 'any',
    kits: [...MESH, ...PLUG_IN, ...WIRED],
    router: 'any',
  },
  {
    id: 'wireFirst',
    label: 'Wire first',
    about: 'Cable, fibre or coax for every unit; the air is for devices.',
    feeds: 'wire',
    kits: [...MESH, ...WIRED],
    router: 'replace',
  },
  {
    id: 'wirelessFirst',
    label: 'Wireless first',
    about: 'Nothing to run: every unit by air.',
    feeds: 'air',
    kits: MESH,
    router: 'replace',
  },
  {
    id: 'noDrilling',
    label: 'No drilling',
    about: 'Air, powerline, coax and runs that are there; no hole anywhere.',
    feeds: 'noDrilling',
    kits: MESH,
    router: 'replace',
  },
  {
    id: 'spendLeast',
    label: 'Spend least',
    about: 'The router stays, extenders on the air beside it.',
    feeds: 'air',
    kits: PLUG_IN,
    router: 'behind',
  },
  {
    id: 'oneFamily',
    label: 'One family',
    about: 'Mesh units of one family alone: one app, updated together. The free plan may mix.',
    feeds: 'any',
    kits: [...MESH, 'outdoor-poe'],
    router: 'any',
  },
  {
    id: 'behind',
    label: 'Behind the router',
    about: 'The box on the line stays and routes, the mesh is its access point.',
    feeds: 'any',
    kits: [...MESH, ...WIRED],
    router: 'behind',
  },
  {
    id: 'replace',
    label: 'Replace the router',
    about: 'The mesh takes the place of the box on the line.',
    feeds: 'any',
    kits: [...MESH, ...WIRED],
    router: 'replace',
  },
];

/** Feeds that allow no more than others do. */
const WITHIN: Record<Policy['feeds'], readonly Policy['feeds'][]> = {
  any: ['any', 'wire', 'noDrilling', 'air'],
  noDrilling: ['noDrilling', 'air'],
  wire: ['wire'],
  air: ['air'],
};

/** Ways of working that allow nothing another does not: what is found by them is never better than what is found by that one. */
export const narrowerOf = (policy: Policy): Policy[] =>
  POLICIES.filter(
    (p) =>
      p.id !== policy.id &&
      WITHIN[policy.feeds].includes(p.feeds) &&
      p.kits.every((k) => policy.kits.includes(k)) &&
      (policy.router === 'any' || policy.router === p.router),
  );

/** Rules of thumb, each by itself: nothing is worked out but what the rule says. */
export const RULES_OF_THUMB: readonly RuleOfThumb[] = [
  {
    id: 'extenderHalfway',
    label: 'Extender halfway',
    about: 'The router stays, an extender at the real outlet nearest the middle.',
    feeds: 'air',
    kits: PLUG_IN,
    placing: 'halfway',
    router: 'behind',
  },
  {
    id: 'halfway',
    label: 'Halfway',
    about: 'At the real outlet nearest the middle between parent and weak area.',
    feeds: 'air',
    kits: MESH,
    placing: 'halfway',
    router: 'replace',
  },
  {
    id: 'asNear',
    label: 'Near the weak area',
    about: `As near to it as the parent is still heard at ${levelText(PLANNED_DBM)}.`,
    feeds: 'air',
    kits: MESH,
    placing: 'asNear',
    router: 'replace',
  },
  {
    id: 'twoRooms',
    label: 'Two rooms apart',
    about: 'Two walls between a unit and its parent, no more and no fewer.',
    feeds: 'air',
    kits: MESH,
    placing: 'twoRooms',
    router: 'replace',
  },
  {
    id: 'twoWalls',
    label: 'At most two walls',
    about: 'Never more than two walls between a unit and its parent.',
    feeds: 'air',
    kits: MESH,
    placing: 'twoWalls',
    router: 'replace',
  },
  {
    id: 'plugIn',
    label: 'A plug-in for two rooms',
    about: 'A plug-in unit within two walls of each weak spot.',
    feeds: 'air',
    kits: PLUG_IN,
    placing: 'plugIn',
    router: 'behind',
  },
];

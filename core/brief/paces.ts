import { z } from 'zod';

/** Work of one kind: its minutes are counted alike, and a firm is as quick at all of it as at some. */
export const WORK_GROUPS = [
  'cable',
  'adapters',
  'join',
  'place',
  'network',
  'devices',
  'reading',
  'other',
] as const;
export type WorkGroup = (typeof WORK_GROUPS)[number];

export const WORK_GROUP_WORDS: Readonly<Record<WorkGroup, string>> = {
  cable: 'cable and fibre',
  adapters: 'adapters and coax',
  join: 'joining units',
  place: 'placing units',
  network: 'router and network',
  devices: 'devices',
  reading: 'reading the spots',
  other: 'boxes, labels, asking',
};

const BY_KEY: Readonly<Record<string, WorkGroup>> = {
  cable: 'cable',
  wire: 'cable',
  entry: 'cable',
  adapters: 'adapters',
  coax: 'adapters',
  join: 'join',
  place: 'place',
  modem: 'network',
  gateway: 'network',
  network: 'network',
  roles: 'network',
  names: 'network',
  apart: 'network',
  power: 'network',
  devices: 'devices',
  devicesFirst: 'devices',
  readBefore: 'reading',
  read: 'reading',
};

/** Which kind of work a step is, by its key. */
export const workGroupOf = (key: string): WorkGroup => BY_KEY[key.split(':')[0]!] ?? 'other';

/** Slowest and quickest a firm may say it is against the usual minutes. */
export const LEAST_PACE = 0.3;
export const MOST_PACE = 4;

/** How much longer than usual a firm takes for each kind of work; a kind that is missing takes as long as usual. */
export const paces = z.partialRecord(z.enum(WORK_GROUPS), z.number().min(LEAST_PACE).max(MOST_PACE));
export type Paces = z.infer<typeof paces>;

/** Minutes of a kind of work as the firm takes them. */
export const atPace = (of: Paces, group: WorkGroup, usualMin: number): number => usualMin * (of[group] ?? 1);

/** Paces without one of them. */
export function withoutPace(of: Paces, group: WorkGroup): Paces {
  const { [group]: _, ...rest } = of;
  return rest;
}

import { z } from 'zod';
import { id } from '../site/model/schema';

/** What a router that goes was set to: kinds of lines of its sheet. */
export const OLD_ROUTER_KINDS = [
  'vlan',
  'range',
  'reservation',
  'port',
  'voice',
  'plugged',
  'other',
] as const;
export type OldRouterKind = (typeof OLD_ROUTER_KINDS)[number];
export const OLD_ROUTER_LABEL: Readonly<Record<OldRouterKind, string>> = {
  vlan: 'VLAN of the line',
  range: 'Address range',
  reservation: 'Reserved address',
  port: 'Forwarded port',
  voice: 'Telephone number',
  plugged: 'Plugged into a port',
  other: 'Something else',
};
export const OLD_BECAME_LABEL = {
  open: 'open',
  set: 'set on the new one',
  dropped: 'not wanted any more',
} as const satisfies Record<'open' | 'set' | 'dropped', string>;
export const MOST_OLD_LINES = 40;

/** A line of the old router's sheet, and what became of it on the new one. No password belongs here. */
export const oldRouterLine = z.strictObject({
  id,
  kind: z.enum(OLD_ROUTER_KINDS),
  text: z.string().max(120),
  became: z.enum(['open', 'set', 'dropped']),
});
export type OldRouterLine = z.infer<typeof oldRouterLine>;

/** A line in words: "Forwarded port: 8443 to the camera box". */
export const oldLineText = ({ kind, text }: Pick<OldRouterLine, 'kind' | 'text'>): string =>
  text.trim() === '' ? OLD_ROUTER_LABEL[kind] : `${OLD_ROUTER_LABEL[kind]}: ${text.trim()}`;

/** Lines nobody has set on the new router or dropped yet. */
export const openOldLines = (sheet: readonly OldRouterLine[]): OldRouterLine[] =>
  sheet.filter((l) => l.became === 'open');

import type { KitItem } from '../model/schema';

/** Kit as it is asked for: six groups, in the order a plan is thought of. */
export const KIT_GROUPS = [
  { id: 'mesh', label: 'Routers and mesh nodes' },
  { id: 'access', label: 'Access points on a cable' },
  { id: 'extender', label: 'Extenders' },
  { id: 'outdoor', label: 'Outdoors and bridges' },
  { id: 'wires', label: 'Powerline and coax' },
  { id: 'switch', label: 'Switches' },
] as const;
export type KitGroupId = (typeof KIT_GROUPS)[number]['id'];

/** The group a kit belongs to. */
export function groupOf(kit: KitItem): KitGroupId {
  switch (kit.kind) {
    case 'powerline':
    case 'coax':
      return 'wires';
    case 'switch':
      return 'switch';
    case 'outdoor':
      return 'outdoor';
    case 'extender':
      return 'extender';
    case 'router':
      return 'mesh';
    case 'node':
      // What hangs by a cable only is an access point.
      return kit.feeds.includes('wireless') || kit.feeds.includes('line') ? 'mesh' : 'access';
  }
}

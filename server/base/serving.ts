import type { networkInterfaces } from 'node:os';

/** Somebody who reached this machine from elsewhere: it shows whether a phone comes through at all. */
export interface LanRequest {
  /** Address it came from. */
  from: string;
  at: string;
  /** What it asked for, without anything that follows a question mark. */
  path: string;
  /** Status it was answered with by the gate; null where it was let in. */
  refused: number | null;
}

/** How this process serves, for the pages that speak of it. */
export interface Serving {
  /** Whether it listens to the house, not only to this machine. */
  lan: boolean;
  port: number;
  secure: boolean;
  lanRequests: LanRequest[];
}

const MOST_LAN_REQUESTS = 40;

// One a process, however many bundles of the server hold this module.
const shared = globalThis as typeof globalThis & { nestleServing?: Serving };

export const setServing = (serving: Omit<Serving, 'lanRequests'>): void => {
  shared.nestleServing = { ...serving, lanRequests: [] };
};

/** How this process serves; on loopback alone where nobody said otherwise. */
export const serving = (): Serving =>
  (shared.nestleServing ??= { lan: false, port: 4680, secure: false, lanRequests: [] });

export function noteLanRequest(request: LanRequest): void {
  const { lanRequests } = serving();
  const last = lanRequests[0];
  if (last && last.from === request.from && last.path === request.path && last.refused === request.refused) {
    last.at = request.at;
    return;
  }
  lanRequests.unshift(request);
  lanRequests.length = Math.min(lanRequests.length, MOST_LAN_REQUESTS);
}

export interface OwnAddress {
  /** Name of the interface. */
  name: string;
  address: string;
  /** How many leading bits all of its network share. */
  prefixBits: number;
  /** Whether it is an address of a home: private, so that nobody outside reaches it. */
  isPrivate: boolean;
}

const PRIVATE = /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.)/;
/** Ways of programs and tunnels, not of a house. */
const NOT_OF_A_HOUSE = /^(lo|docker|br-|veth|virbr|tun|tap|wg|utun|vmnet|vboxnet|zt)/i;

/** Addresses by which a phone may reach this machine, homes first, tunnels last. IPv4 alone: people read them aloud. */
export function ownAddresses(interfaces: ReturnType<typeof networkInterfaces>): OwnAddress[] {
  return Object.entries(interfaces)
    .flatMap(([name, list]) =>
      (list ?? [])
        .filter((a) => a.family === 'IPv4' && !a.internal)
        .map((a) => ({
          name,
          address: a.address,
          prefixBits: Number(a.cidr?.split('/')[1] ?? 24),
          isPrivate: PRIVATE.test(a.address),
        })),
    )
    .sort((a, b) => rank(a) - rank(b) || a.address.localeCompare(b.address));
}

const rank = (a: OwnAddress): number => Number(NOT_OF_A_HOUSE.test(a.name)) * 2 + Number(!a.isPrivate);

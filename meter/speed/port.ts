import { existsSync, readFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import type { Socket } from 'node:net';
import type { AboutMeter } from './protocol';

const plain = (address: string | undefined) => (address ?? '').replace(/^::ffff:/, '');

/** The interface that has an address; null where none has. */
function interfaceOf(address: string): string | null {
  for (const [name, list] of Object.entries(networkInterfaces()))
    if (list?.some((a) => a.address === address)) return name;
  return null;
}

/** What the system says of an interface: speed of a port and whether it is a radio. Only Linux tells; elsewhere null. */
function systemOf(name: string): Pick<AboutMeter, 'portMbps' | 'portIsAir'> {
  const at = `/sys/class/net/${name}`;
  if (!/^[\w.-]+$/.test(name) || !existsSync(at)) return { portMbps: null, portIsAir: null };
  let portMbps: number | null = null;
  try {
    const said = Number(readFileSync(`${at}/speed`, 'utf8'));
    if (Number.isFinite(said) && said > 0) portMbps = said;
  } catch {
    // Radios and virtual ports have no speed to read.
  }
  return { portMbps, portIsAir: existsSync(`${at}/wireless`) };
}

const known = new Map<string, Pick<AboutMeter, 'portMbps' | 'portIsAir'>>();

/** What is known of this end of a connection. */
export function aboutSocket(socket: Socket): AboutMeter {
  const own = plain(socket.localAddress);
  const name = interfaceOf(own);
  if (name !== null && !known.has(name)) known.set(name, systemOf(name));
  return {
    ...(name === null ? { portMbps: null, portIsAir: null } : known.get(name)!),
    sameMachine: plain(socket.remoteAddress) === own || own.startsWith('127.') || own === '::1',
  };
}

// Starts the server: `npm start`, `npm run dev`, the demo and the browser tests alike. On loopback unless asked.
import { readFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { parseArgs } from 'node:util';
import { freshPassphrase } from '../server/access/passphrase';
import { serve } from '../server/gate/serve';
import { ownAddresses } from '../server/base/serving';

const { values } = parseArgs({
  options: {
    port: { type: 'string', short: 'p', default: process.env.PORT ?? '4680' },
    address: { type: 'string', short: 'H' },
    /** Further names the machine is asked for by; may be given several times. */
    name: { type: 'string', multiple: true, default: [] },
    dev: { type: 'boolean', default: false },
    /** Opens Nestle to the house: phones by a code, the whole application by a passphrase. */
    lan: { type: 'boolean', default: false },
    /** PEM files of a certificate and its key, for https. */
    cert: { type: 'string' },
    key: { type: 'string' },
  },
});

function stop(words: string): never {
  console.error(words);
  process.exit(2);
}

const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65_535)
  stop(`The port "${values.port}" is none: give a whole number up to 65535.`);
const address = values.address ?? (values.lan ? '0.0.0.0' : '127.0.0.1');
if (!values.lan && !/^(127\.|localhost$|::1$)/.test(address))
  stop(`To listen on ${address} is to open Nestle to the house: add --lan, it then asks for a passphrase.`);
const given = process.env.NESTLE_PASSPHRASE?.trim();
if (values.lan && given !== undefined && given.length < 10)
  stop(
    'NESTLE_PASSPHRASE is shorter than 10 characters: take a longer one, or leave it out for a made-up one.',
  );
const passphrase = values.lan ? (given ?? freshPassphrase()) : null;

function pem(path: string, what: string): Buffer {
  try {
    return readFileSync(path);
  } catch {
    return stop(`The ${what} "${path}" cannot be read.`);
  }
}
if ((values.cert === undefined) !== (values.key === undefined)) stop('For https give both --cert and --key.');
const tls =
  values.cert !== undefined && values.key !== undefined
    ? { cert: pem(values.cert, 'certificate'), key: pem(values.key, 'key') }
    : null;

const names = values.name.map((n) => n.toLowerCase());
const own = ['127.0.0.1', '0.0.0.0'].includes(address) ? names : [...names, address.toLowerCase()];
try {
  const running = await serve({ port, address, names: own, dev: values.dev, passphrase, tls });
  const scheme = tls ? 'https' : 'http';
  if (values.lan) {
    for (const a of ownAddresses(networkInterfaces()))
      console.log(`In the house: ${scheme}://${a.address}:${running.port} (${a.name})`);
    console.log(
      given === undefined
        ? `Passphrase of the whole application: ${passphrase}`
        : 'The whole application asks for the passphrase of NESTLE_PASSPHRASE.',
    );
  }
  console.log(`Ready at ${scheme}://${address === '0.0.0.0' ? '127.0.0.1' : address}:${running.port}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.on(signal, () => {
      running.server.close(() => process.exit(0));
      // Streams of changes stay open for as long as a window does.
      running.server.closeAllConnections();
    });
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  console.error(
    code === 'EADDRINUSE'
      ? `Port ${port} is taken. Stop what runs there, or give another: --port 4700`
      : String(error),
  );
  process.exit(1);
}

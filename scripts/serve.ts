// Starts the server: `npm start`, `npm run dev`, the demo and the browser tests alike. On loopback unless asked.
import { parseArgs } from 'node:util';
import { serve } from '../server/gate/serve';

const { values } = parseArgs({
  options: {
    port: { type: 'string', short: 'p', default: process.env.PORT ?? '4680' },
    address: { type: 'string', short: 'H', default: '127.0.0.1' },
    /** Further names the machine is asked for by; may be given several times. */
    name: { type: 'string', multiple: true, default: [] },
    dev: { type: 'boolean', default: false },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  console.error(`The port "${values.port}" is none: give a whole number up to 65535.`);
  process.exit(2);
}
const names = values.name.map((n) => n.toLowerCase());
const own = values.address === '127.0.0.1' ? names : [...names, values.address.toLowerCase()];
try {
  const running = await serve({ port, address: values.address, names: own, dev: values.dev });
  console.log(`Ready at http://${values.address}:${running.port}`);
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

// A bare node:http stream, for the meter to be held against: bench/meter.ts. Prints its port.
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';

const PIECE = randomBytes(1024 * 1024);
const server = createServer((request, response) => {
  if (request.url?.startsWith('/down')) {
    const go = () => {
      while (!response.destroyed) if (!response.write(PIECE)) return void response.once('drain', go);
    };
    return go();
  }
  if (request.method === 'POST') {
    request.on('data', () => {});
    request.on('end', () => response.end('ok'));
    return;
  }
  response.setHeader('content-type', 'text/html');
  response.end('<!doctype html><title>bare</title>');
});
server.listen(0, '127.0.0.1', () => {
  const at = server.address();
  console.log(`Ready ${typeof at === 'object' && at ? at.port : 0}`);
});

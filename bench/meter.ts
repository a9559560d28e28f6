import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { get } from 'node:http';
import { build } from 'esbuild';
import type { Page } from '@playwright/test';
import { withBrowser } from './served';

const SECONDS = 4;
const ROUNDS = 5;
const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? Number.NaN;

/** CPU a process has used, s. */
function cpuS(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
}

/** Moves data in the browser for some seconds over four streams; gives Mb/s. */
const move = (page: Page, way: { down: string; up: string }, direction: 'down' | 'up', seconds: number) =>
  page.evaluate(
    async ([at, what, forS]) => {
      const stop = new AbortController();
      const until = performance.now() + forS * 1000;
      let bytes = 0;
      const pull = async () => {
        const response = await fetch(at, { signal: stop.signal, cache: 'no-store' });
        const reader = response.body!.getReader();
        for (;;) {
          const { done, value } = await reader.read();
          if (done || performance.now() > until) break;
          bytes += value.byteLength;
        }
      };
      const body = new Blob([new Uint8Array(16 * 1024 * 1024)]);
      const push = async () => {
        while (performance.now() < until) {
          await fetch(at, { method: 'POST', body, headers: { 'content-type': 'application/octet-stream' } });
          bytes += body.size;
        }
      };
      const start = performance.now();
      const all = Array.from({ length: 4 }, () => (what === 'down' ? pull : push)().catch(() => {}));
      if (what === 'down') setTimeout(() => stop.abort(), forS * 1000 + 50);
      await Promise.all(all);
      return (bytes * 8) / ((performance.now() - start) * 1000);
    },
    [way[direction], direction, seconds] as const,
  );

/** Pulls with a Node client for some seconds over four connections; gives Mb/s. */
async function pullInNode(url: string, seconds: number): Promise<number> {
  let bytes = 0;
  const start = performance.now();
  await Promise.all(
    Array.from(
      { length: 4 },
      () =>
        new Promise<void>((resolve) => {
          const request = get(url, { agent: false }, (response) => {
            response.on('data', (piece: Buffer) => (bytes += piece.length));
            response.on('close', () => resolve());
          });
          request.on('error', () => resolve());
          setTimeout(() => request.destroy(), seconds * 1000);
        }),
    ),
  );
  return (bytes * 8) / ((performance.now() - start) * 1000);
}

/** The meter on loopback against a bare stream, in the same browser and to a Node client, and what each costs the server. */
export async function meter(): Promise<void> {
  await build({
    entryPoints: ['bench/bare.ts'],
    outfile: 'bench/.build/bare.mjs',
    bundle: true,
    platform: 'node',
    format: 'esm',
    logLevel: 'error',
  });
  const bare: ChildProcess = spawn(process.execPath, ['bench/.build/bare.mjs'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const port = await new Promise<string>((resolve) =>
    bare.stdout!.once('data', (chunk: Buffer) => resolve(/\d+/.exec(chunk.toString())![0])),
  );
  await withBrowser(async (page, url, server) => {
    const sides = {
      bare: { url: `http://127.0.0.1:${port}`, down: '/down', up: '/up', pid: bare.pid! },
      meter: { url, down: '/meter/down', up: '/meter/up?run=bench-run', pid: server.pid! },
    };
    const got: Record<string, number[]> = {};
    const cpu: Record<string, number[]> = {};
    const put = (list: Record<string, number[]>, key: string, v: number) => (list[key] ??= []).push(v);
    for (let round = 0; round < ROUNDS; round++)
      for (const name of ['bare', 'meter'] as const) {
        const side = sides[name];
        await page.goto(name === 'bare' ? `${side.url}/` : `${side.url}/walk/`);
        for (const direction of ['down', 'up'] as const) {
          const before = cpuS(side.pid);
          const mbps = await move(page, side, direction, SECONDS);
          put(got, `${name} ${direction}`, mbps);
          put(cpu, `${name} ${direction}`, (cpuS(side.pid) - before) / ((mbps * SECONDS) / 8 / 1073.74));
        }
        put(got, `${name} node`, await pullInNode(side.url + side.down, SECONDS));
      }
    for (const what of ['down', 'up', 'node'] as const) {
      const [own, plain] = [median(got[`meter ${what}`]!), median(got[`bare ${what}`]!)];
      const spent =
        what === 'node'
          ? ''
          : `; server CPU per GiB ${median(cpu[`meter ${what}`]!).toFixed(2)} s against ${median(cpu[`bare ${what}`]!).toFixed(2)} s (${(median(cpu[`meter ${what}`]!) / median(cpu[`bare ${what}`]!)).toFixed(2)} times)`;
      console.log(
        `${what === 'node' ? 'to a Node client' : `${what} in the browser`}: ${own.toFixed(0)} Mb/s, a bare stream ${plain.toFixed(0)} (${((100 * own) / plain).toFixed(0)} %)${spent}`,
      );
    }
  });
  bare.kill('SIGKILL');
}

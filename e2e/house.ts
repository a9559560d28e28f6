import { networkInterfaces } from 'node:os';
import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import type { EvidenceRow, Reading } from '../core/evidence/rows';
import { quillfeatherFarm } from '../demo/farm';
import { ownAddresses } from '../server/base/serving';
import { killServer, startServer, type OwnServer } from './server';
import { expect, test, type APIRequestContext, type Browser, type Page } from './test';

/** An address of this machine that is not its loopback; every machine with a network has one. */
export const HOUSE = ownAddresses(networkInterfaces())[0]?.address ?? '127.0.0.1';

/** The farm as a real house: nothing read, its readings come from a meter. */
function realFarm(): JobFile {
  const farm = quillfeatherFarm();
  const { practice: _, ...site } = farm.site;
  return { ...farm, version: JOB_FILE_VERSION, name: 'Farm to walk', site, evidence: [] };
}

/** A server that is open to the house for the tests of one file, with short ways to what they need of it. */
export function openHouse(port: number, db: string) {
  let server: OwnServer;
  test.beforeAll(async () => {
    server = await startServer(port, db, true, true);
  });
  test.afterAll(() => killServer(server));
  const rowsOf = async (
    request: APIRequestContext,
    jobId: string,
    url = server.url,
  ): Promise<EvidenceRow[]> => {
    const got = await request.get(`${url}/api/jobs/${jobId}/evidence?after=0`);
    return ((await got.json()) as { rows: EvidenceRow[] }).rows;
  };
  return {
    url: () => server.url,
    /** Ends the server as a power cut would; `start` brings it back on the same database. */
    kill: () => killServer(server),
    start: async () => {
      server = await startServer(port, db, false, true);
    },
    async newJob(request: APIRequestContext, job: JobFile = realFarm()): Promise<string> {
      const made = await request.post(`${server.url}/api/jobs/import`, {
        headers: { 'content-type': 'application/json' },
        data: JSON.stringify(job),
      });
      expect(made.status()).toBe(200);
      return ((await made.json()) as { id: string }).id;
    },
    async tokenFor(
      request: APIRequestContext,
      jobId: string,
      scope = 'walk',
      url = server.url,
    ): Promise<{ token: string; id: string }> {
      const made = await request.post(`${url}/api/jobs/${jobId}/phones`, {
        data: { name: 'Mia', scope, hours: 2 },
      });
      expect(made.status()).toBe(200);
      return (await made.json()) as { token: string; id: string };
    },
    rowsOf,
    readingsOf: async (request: APIRequestContext, jobId: string, url?: string): Promise<Reading[]> =>
      (await rowsOf(request, jobId, url)).filter((r): r is Reading => r.kind === 'reading'),
    walkAt: (host: string, token: string, at = port) => `http://${host}:${at}/walk/#t=${token}`,
  };
}

/** A phone in the house: a small screen, and no service worker, as on plain http. */
export async function phonePage(browser: Browser, address: string): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 360, height: 740 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.goto(address);
  return page;
}

export const openSpot = (page: Page, name: RegExp) =>
  page.getByRole('list', { name: 'Spots in walking order' }).getByRole('button', { name }).click();

export async function typeRun(page: Page, text: string): Promise<void> {
  await page.getByLabel(/Or type a run/).fill(text);
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByLabel(/Or type a run/)).toHaveValue('');
}

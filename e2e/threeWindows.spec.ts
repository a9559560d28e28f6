import { expect, test } from './test';
import type { JobFile } from '../core/job/jobFile';
import { seeded } from '../meter/practice/random';
import type { OpenJob } from '../server/jobs/loaded';
import { threeWindows, type ServerUnderTest } from '../testing/windows';

/** The real server, over HTTP. A refusal is an answer too. */
function serverOf(url: string, id: string): ServerUnderTest {
  const path = `${url}/api/jobs/${id}`;
  const ask = async <T>(method: string, where: string, body?: unknown): Promise<T> => {
    const response = await fetch(where, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const data = (await response.json()) as object;
    return (response.ok ? { ok: true, value: data } : { ...data, ok: false, status: response.status }) as T;
  };
  const open = async () => (await ask<{ value: OpenJob }>('GET', path)).value;
  return {
    open,
    head: async () => {
      const { revisions, job } = await open();
      return { revisions, evidence: job.evidence.at(-1)?.received?.number ?? 0 };
    },
    save: (act) => ask('PUT', `${path}/documents`, act),
    read: (kind) => ask('GET', `${path}/documents/${kind}`),
    evidence: (after) => ask('GET', `${path}/evidence?after=${after}`),
    record: (rows) => ask('POST', `${path}/evidence`, { against: null, rows }),
  };
}

test('three windows, 300 acts, a bad line: nothing confirmed is lost, nothing taken back that another did', async ({
  page,
  baseURL,
}) => {
  const farm = (await (await page.request.get('/api/jobs/farm/export')).json()) as JobFile;
  const made = await page.request.post('/api/jobs/import', { data: { ...farm, name: 'Three windows' } });
  const { id } = (await made.json()) as { id: string };
  const stateId = farm.evidence.find((r) => r.kind === 'state')!.id;
  // A fourth looks on, on a phone, and follows by itself.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/jobs/${id}/brief`);
  const customer = page.getByLabel('Customer', { exact: true });
  await expect(customer).toBeVisible();
  const end = await threeWindows(serverOf(baseURL!, id), stateId, seeded(11), 300);
  expect(end.kept).toEqual(end.made);
  expect(end.readings).toEqual(expect.arrayContaining(end.recorded));
  expect(new Set(end.readings).size).toBe(end.readings.length);
  expect(end.alike).toBe(true);
  expect(end.asked).toBeGreaterThan(3);
  const last = await serverOf(baseURL!, id).open();
  await expect(customer).toHaveValue(last.job.brief.customer);
});

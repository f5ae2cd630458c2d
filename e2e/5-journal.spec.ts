import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { signIn } from './crew';

const artisan = (...words: string[]) => execFileSync('php', ['artisan', ...words], { encoding: 'utf8' });

async function api(page: Page) {
  const token = async () => decodeURIComponent((await page.context().cookies()).find((c) => c.name.endsWith('XSRF-TOKEN'))?.value ?? '');
  const get = async (path: string) => (await page.request.get(`/api/v1${path}`)).json();
  const job = await get(`/jobs/${(await get('/jobs')).jobs[0].id}`);
  const line = await get(`/mains/${job.mains[0].id}/line`);
  const joint = (number: number): string => line.joints.find((j: { number: number }) => j.number === number).id;
  const headers = { 'X-XSRF-TOKEN': await token(), Accept: 'application/json' };
  const write = (id: string, subject: string, value: number) =>
    page.request.post('/api/v1/entries', {
      headers,
      data: {
        id,
        kind: 'reading',
        subject_type: 'joint',
        subject_id: subject,
        payload: { key: 'ambient_c', value },
        device_at: new Date(Date.now() - 1000).toISOString(),
      },
    });
  return { joint, write, get };
}

test('an entry sent eight times at once is stored once', async ({ page }) => {
  await signIn(page, 'ada');
  const { joint, write, get } = await api(page);
  const id = randomUUID();
  const replies = await Promise.all(Array.from({ length: 8 }, () => write(id, joint(15), 12.5)));
  expect(replies.map((r) => r.status()).sort()).toEqual([200, 200, 200, 200, 200, 200, 200, 201]);
  const { entries } = await get(`/entries?subject_type=joint&subject_id=${joint(15)}`);
  expect(entries).toHaveLength(1);
});

test('entries of several people at once all land in one whole chain', async ({ browser }) => {
  const [ada, vera] = await Promise.all(
    ['ada', 'vera'].map(async (who) => {
      const page = await (await browser.newContext()).newPage();
      await signIn(page, who);
      return api(page);
    }),
  );
  if (!ada || !vera) throw new Error('two people are needed');
  const replies = await Promise.all(Array.from({ length: 24 }, (_, k) => (k % 2 === 0 ? ada : vera).write(randomUUID(), ada.joint(16), 10 + k / 10)));
  expect(new Set(replies.map((r) => r.status()))).toEqual(new Set([201]));
  const bench = await ada.get(`/joints/${ada.joint(16)}`);
  expect(bench.readings.ambient_c.times).toBe(24);
  expect(artisan('journal:verify')).toContain('chain whole');
});

test('after all journeys the journal is whole and rebuilds what stands in the tables', () => {
  expect(artisan('journal:verify')).toContain('chain whole');
  expect(artisan('journal:replay')).toMatch(/4 pressure tests, 3 works, .*held against their hash/);
  expect(artisan('journal:replay')).toMatch(/^0 were different\.$/m);
});

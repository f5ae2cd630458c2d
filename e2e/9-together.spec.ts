import { expect, test, type Page } from '@playwright/test';
import { signIn } from './crew';

/** Posts several entries at once, as several tablets would; how each was answered. */
const together = (page: Page, entries: unknown[]) =>
  page.evaluate(async (all) => {
    const token = decodeURIComponent(document.cookie.match(/XSRF-TOKEN=([^;]+)/)?.[1] ?? '');
    const headers = { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token };
    const send = async (entry: unknown) => (await fetch('/api/v1/entries', { method: 'POST', headers, body: JSON.stringify(entry) })).status;
    return Promise.all(all.map(send));
  }, entries);

/** Two joints that nobody has begun, whatever the scenarios before this one have made of the rest. */
async function untouched(page: Page): Promise<string[]> {
  const { jobs } = await (await page.request.get('/api/v1/jobs')).json();
  const { mains } = await (await page.request.get(`/api/v1/jobs/${jobs[0].id}`)).json();
  const main = mains.find((m: { name: string }) => m.name === 'Millrace Lane');
  const { joints } = await (await page.request.get(`/api/v1/mains/${main.id}/line`)).json();
  return joints
    .filter((j: { state: string }) => j.state === 'planned')
    .slice(-2)
    .map((j: { id: string }) => j.id);
}

const entry = (joint: string, kind: string, payload: object) => ({
  id: crypto.randomUUID(),
  kind,
  subject_type: 'joint',
  subject_id: joint,
  payload,
  device_at: new Date().toISOString(),
});

// Found: of eight overrules sent together four were written.
test('of several who overrule the same finding at once one is written; one that is sent several times at once is stored once', async ({ page }) => {
  await signIn(page, 'ada');
  const [first = '', second = ''] = await untouched(page);
  for (const joint of [first, second]) {
    const reading = entry(joint, 'reading', { key: 'ambient_c', value: 46 });
    expect((await together(page, [reading, reading, reading, reading])).sort()).toEqual([200, 200, 200, 201]);
  }
  await page.context().clearCookies();
  await signIn(page, 'vera');
  const overrule = (joint: string) => entry(joint, 'overrule', { rule: 'ef.ambient', reason: 'The maker allows it, by telephone.' });
  const different = Array.from({ length: 8 }, () => overrule(first));
  expect((await together(page, different)).sort()).toEqual([201, 409, 409, 409, 409, 409, 409, 409]);
  const same = overrule(second);
  expect((await together(page, [same, same, same, same])).sort()).toEqual([200, 200, 200, 201]);
});

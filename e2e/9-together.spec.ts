import { expect, test, type Page } from '@playwright/test';
import { signIn } from './crew';

/** Posts the same kind of thing several times at once, as several tablets would; how each was answered. */
const together = (page: Page, path: string, bodies: unknown[]) =>
  page.evaluate(
    async ([to, all]) => {
      const token = decodeURIComponent(document.cookie.match(/XSRF-TOKEN=([^;]+)/)?.[1] ?? '');
      const send = async (body: unknown) =>
        (await fetch(`/api/v1/${to as string}`, { method: 'POST', headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token }, body: JSON.stringify(body) })).status;
      return Promise.all((all as unknown[]).map(send));
    },
    [path, bodies] as const,
  );

// Found: of eight overrules sent together four were written.
test('of several who overrule the same finding at once one is written', async ({ page }) => {
  await signIn(page, 'ada');
  const { jobs } = await (await page.request.get('/api/v1/jobs')).json();
  const job = await (await page.request.get(`/api/v1/jobs/${jobs[0].id}`)).json();
  const { joints } = await (await page.request.get(`/api/v1/mains/${job.mains[0].id}/line`)).json();
  const planned = joints.find((j: { number: number }) => j.number === 17);
  const entry = (kind: string, payload: object) => ({ id: crypto.randomUUID(), kind, subject_type: 'joint', subject_id: planned.id, payload, device_at: new Date().toISOString() });
  expect(await together(page, 'entries', [entry('reading', { key: 'ambient_c', value: 46 })])).toEqual([201]);
  await page.request.delete('/api/v1/session').catch(() => null);
  await page.context().clearCookies();
  await signIn(page, 'vera');
  const answers = await together(page, 'entries', Array.from({ length: 8 }, () => entry('overrule', { rule: 'ef.ambient', reason: 'The maker allows it, by telephone.' })));
  expect(answers.filter((status) => status === 201)).toHaveLength(1);
  expect(answers.filter((status) => status === 409)).toHaveLength(7);
});

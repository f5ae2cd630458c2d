import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import { goToStep, signIn, signOut, toMain } from './crew';

interface Chunk {
  file: string;
  css?: string[];
  imports?: string[];
  dynamicImports?: string[];
}

test('the first view is here with at most 200 kB over the wire, and no scanner or bar code before it is wanted', () => {
  const chunks = JSON.parse(readFileSync('public/build/manifest.json', 'utf8')) as Record<string, Chunk>;
  const needed = new Set<string>();
  const need = (name: string) => {
    const chunk = chunks[name];
    if (!chunk || needed.has(chunk.file)) return;
    [chunk.file, ...(chunk.css ?? [])].forEach((file) => needed.add(file));
    chunk.imports?.forEach(need);
  };
  need('resources/js/main.tsx');
  need('resources/js/views/line/LineView.tsx');
  const bytes = [...needed].reduce((sum, file) => sum + gzipSync(readFileSync(`public/build/${file}`)).length, 0);
  expect(needed.size).toBeGreaterThan(3);
  expect(bytes / 1000).toBeLessThanOrEqual(200);
  expect([...needed].filter((file) => /bwip|esm-/.test(file))).toEqual([]);
});

test('a view that fails takes nothing else with it', async ({ page }) => {
  await signIn(page, 'ada');
  await page.route('**/api/v1/jobs/*/rulebook', (route) => route.fulfill({ json: { nothing: 'as it should be' } }));
  await page.goto('/rules');
  await expect(page.getByText('This view cannot be shown. What was entered is kept.')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Clocks' })).toBeVisible();
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Line' }).click();
  await expect(page.getByText('This view cannot be shown.')).toBeHidden();
  await page.unroute('**/api/v1/jobs/*/rulebook');
  await page.goto('/rules');
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
});

test('whoever types faster than it is judged reads at each field why it was not taken', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/14');
  await goToStep(page, 'Conditions');
  await page.route('**/api/v1/entries', async (route) => {
    const { payload } = route.request().postDataJSON() as { payload: { key: string } };
    await new Promise((late) => setTimeout(late, 700));
    await route.fulfill({ status: 422, json: { type: 'about:blank', title: `Not so: ${payload.key}`, status: 422, errors: [] } });
  });
  const [air, pipe] = [page.getByRole('textbox', { name: 'Air temperature at the joint' }), page.getByRole('textbox', { name: 'Pipe surface temperature' })];
  for (let round = 0; round < 3; round++) {
    await air.fill('12');
    await air.press('Enter');
    await pipe.fill('13');
    const sent = page.waitForResponse('**/api/v1/entries');
    await pipe.press('Enter');
    await sent;
    await expect(page.getByText('Not so: ambient_c')).toBeVisible();
    await expect(page.getByText('Not so: pipe_c')).toBeVisible();
    await expect(air).toHaveAttribute('aria-busy', 'false');
    await expect(pipe).toHaveAttribute('aria-busy', 'false');
  }
});

test('the next row can be typed before the one before is judged; one that is refused comes back or waits beside it', async ({ page }) => {
  await signIn(page, 'vera');
  await toMain(page, 'Staithe sewer');
  await page.getByRole('link', { name: 'Yard' }).click();
  await page.getByRole('link', { name: 'Deliveries' }).click();
  await page.getByRole('form', { name: 'Record a delivery' }).getByLabel('Delivery note and supplier').fill('Note 5600, Alder Pipes');
  await page.getByRole('form', { name: 'Record a delivery' }).getByRole('button', { name: 'Receive it' }).click();
  await goToStep(page, 'Against the order');
  const form = page.getByRole('form', { name: 'Line: one more' });
  const [ordered, came, enter] = [
    form.getByRole('textbox', { name: 'Ordered', exact: true }),
    form.getByRole('textbox', { name: 'Came', exact: true }),
    form.getByRole('button', { name: 'Enter' }),
  ];
  const fill = async (texts: [string, string]) => {
    await ordered.fill(texts[0]);
    await came.fill(texts[1]);
  };
  let refuses = false;
  await page.route('**/api/v1/entries', async (route) => {
    await new Promise((late) => setTimeout(late, 700));
    if (refuses) await route.fulfill({ status: 422, json: { type: 'about:blank', title: 'Not so', status: 422, errors: [] } });
    else await route.continue();
  });
  const answered = () => page.waitForResponse('**/api/v1/entries');
  await form.getByRole('combobox', { name: 'What', exact: true }).click();
  await page.getByRole('option', { name: 'PVC PN 10 DN 300', exact: true }).click();
  await fill(['4', '3']);
  let answer = answered();
  await enter.click();
  await fill(['4', '5']); // the first of it as before
  await answer;
  const rows = page.getByRole('table', { name: 'Line: entered' }).getByRole('row');
  await expect(rows).toHaveCount(2);
  await expect(enter).toBeEnabled();
  await expect(ordered).toHaveValue('4');
  await expect(came).toHaveValue('5');

  refuses = true;
  answer = answered();
  await enter.click();
  await expect(came).toHaveValue(''); // handed over
  await answer;
  await expect(form.getByText('Not so')).toBeVisible();
  await expect(came).toHaveValue('5'); // nothing was typed meanwhile: it comes back

  answer = answered();
  await enter.click();
  await fill(['6', '6']);
  await answer;
  const back = form.getByRole('alert');
  await expect(back).toContainText('PVC PN 10 DN 300, 4, 5');
  await expect(back).toContainText('Not so');
  await expect(came).toHaveValue('6');
  await page.reload(); // neither of them is lost
  await expect(came).toHaveValue('6');
  await back.getByRole('button', { name: 'Put it back' }).click();
  await expect(came).toHaveValue('5');
  await expect(form.getByRole('alert')).toContainText('PVC PN 10 DN 300, 6, 6');
  refuses = false;
  answer = answered();
  await enter.click();
  expect((await answer).status()).toBe(201);
  await expect(rows).toHaveCount(3);

  // Found: what somebody had typed stood in the fields of whoever signed in after them, to be entered under another's name
  await fill(['8', '8']);
  const address = page.url();
  await signOut(page);
  await signIn(page, 'ada');
  await page.goto(address);
  await goToStep(page, 'Against the order');
  await expect(rows).toHaveCount(3);
  await expect(came).toHaveValue('');
  await expect(form.getByRole('alert')).toHaveCount(0);
});

import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { faults } from './axe';
import { choose, chooseMethod, findSignal, kept, loseSignal, makeSectionReady, mend, signIn, refresh, simulate, lookAgain } from './crew';

async function download(page: Page, name: string) {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
  return readFile(await file.path());
}

async function accessible(page: Page) {
  expect(await faults(page)).toEqual([]);
}

const plan = (page: Page) => page.getByRole('region', { name: 'Plan' });

test('PE water with creep: planned, run, noted, passed, signed and proven', async ({ page }) => {
  await signIn(page, 'tom');
  await page.goto('/test/O1');
  // MDP 700 kPa: 1.5 · 700 = 1050 at 41.2 m, less 0.3 · 9.80665 = 2.9 at the gauge at 41.5 m
  await expect(plan(page)).toContainText('10.471 bar');
  await expect(plan(page)).toContainText('offered first');
  await expect(plan(page)).toContainText('remembered, not at hand');
  await expect(page.getByRole('img', { name: /^Profile: / })).toBeVisible();
  await accessible(page);
  await refresh(page);
  await page.getByRole('button', { name: 'Plan this test' }).click();
  await page.getByRole('combobox', { name: 'Speed' }).click();
  await page.getByRole('option', { name: '600 times', exact: true }).click();
  await page.getByRole('button', { name: 'Start with the simulated logger' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Clocks' })).toContainText('Section O1, test 1');
  await page.getByLabel(/Note on the trace/).fill('vent at 10 m closed');
  await page.getByRole('button', { name: 'Note it' }).click();
  await page.getByRole('button', { name: 'Stop logging' }).click();
  await expect(page.getByText('Logging is stopped.')).toBeVisible();
  await page.getByRole('button', { name: 'Resume logging' }).click();
  await expect(page.getByRole('heading', { name: 'Test 1: passed' })).toBeVisible({ timeout: 60_000 });
  const result = page.getByRole('region', { name: 'Test 1' });
  await expect(result).toContainText('fall of 30 % of the test pressure at most');
  await expect(result).toContainText('vent at 10 m closed (Tom Sluice)');
  await expect(result).toContainText('Logging stopped');
  await page.getByRole('button', { name: 'Sign as Tom Sluice' }).click();
  await expect(page.getByRole('region', { name: 'Signatures' })).toContainText('Tom Sluice, tester');
  expect((await download(page, 'Test package as PDF')).subarray(0, 5).toString()).toBe('%PDF-');
  const csv = (await download(page, 'Every sample as CSV')).toString().trim().split('\n');
  expect(csv[0]).toBe('time_s,pressure_kpa,temperature_c,added_l');
  expect(csv.length).toBeGreaterThan(500);
  const json = JSON.parse((await download(page, 'The whole test as JSON')).toString());
  expect([json.test.state, json.section.name, json.trace[0].columns === undefined, json.test.signatures[0].by]).toEqual(['passed', 'O1', true, 'Tom Sluice']);
  await page.getByRole('button', { name: 'Rise', exact: true }).click();
  await expect(page.getByRole('img', { name: 'Pressure trace with its phases' })).toBeVisible();
  await accessible(page);
});

test('a leak that was found and mended is tested again and passes', async ({ page }) => {
  await signIn(page, 'vera');
  await page.goto('/test/O2');
  const first = page.getByRole('region', { name: 'Test 1' });
  await expect(first).toContainText('Test 1: not passed');
  await expect(first).toContainText('After 60 min shut');
  await expect(page.getByRole('region', { name: 'What the trace means' })).toContainText('a leak');
  await expect(page.getByRole('region', { name: 'Mended' })).toContainText('Joint 1202');
  await mend(page, '', 'Vented again, every summit');
  await lookAgain(page);
  await page.getByRole('button', { name: 'Plan a repeat test' }).click();
  await expect(page.getByText('repeats test 1')).toBeVisible();
  await simulate(page, 2, 'passed');
  await expect(page.getByText('Earlier tests of this section')).toBeVisible();
  await expect(page.getByText(/Mended joint 1202: Wet at the coupler/)).toBeVisible();
});

test('a gravity sewer with air, and with water when it fails', async ({ page }) => {
  await signIn(page, 'tom');
  await page.goto('/test/SL');
  await expect(page.getByRole('region', { name: 'Readiness' })).toContainText('3 of 3 joints accepted.');
  await makeSectionReady(page, 'air');
  await expect(plan(page)).toContainText('110.0 mbar'); // LC: 100 mbar and 10 % above
  await page.getByRole('button', { name: 'Plan this test' }).click();
  await expect(page.getByText('Compressed air or gas stores far more energy than water')).toBeVisible();
  await simulate(page, 1, 'not passed', 'with a leak', '60 times');
  await expect(page.getByText('the water test decides')).toBeVisible();
  await mend(page, '', 'Plug seated again');
  await chooseMethod(page, /Gravity sewer with water/);
  await makeFilled(page);
  await page.getByRole('button', { name: 'Plan a repeat test' }).click();
  await simulate(page, 2, 'passed', 'tight', '1200 times');
  await expect(page.getByRole('region', { name: 'Test 2' })).toContainText('L per wetted m²');
});

async function makeFilled(page: Page) {
  const readiness = page.getByRole('region', { name: 'Readiness' });
  await readiness.getByRole('listitem').filter({ hasText: 'Fill and vent' }).getByRole('button', { name: 'Answer' }).click();
  for (const question of ['Filled from the low point, slowly?', 'Every high vent ran clear of air, then shut?']) {
    await page.getByRole('group', { name: question }).getByRole('button', { name: 'Yes' }).click();
  }
  await expect(page.getByRole('heading', { name: 'Ready to test' })).toBeVisible();
}

/** An hour later, by the clock of the simulated job. */
async function anHourLater(page: Page) {
  await page.evaluate(async () => {
    const jobs = await (await fetch('/api/v1/jobs')).json();
    const job = await (await fetch(`/api/v1/jobs/${jobs.jobs[0].id}`)).json();
    const token = decodeURIComponent(document.cookie.split('XSRF-TOKEN=')[1]?.split(';')[0] ?? '');
    await fetch(`/api/v1/jobs/${job.id}/clock`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token },
      body: JSON.stringify({ to: new Date(Date.parse(job.now) + 3_660_000).toISOString() }),
    });
  });
  await page.reload();
}

/** A planned test begun, raised and settled, read by hand. */
async function settledByHand(page: Page) {
  await page.getByRole('tab', { name: 'By hand' }).click();
  await page.getByRole('button', { name: 'Begin, reading by hand' }).click();
  await page.getByRole('button', { name: 'Raise: begun' }).click();
  await page.getByRole('button', { name: 'Settle: begun' }).click();
  await expect(page.getByRole('button', { name: 'Test: begun' })).toBeVisible();
  await anHourLater(page);
}

test('PE gas with its temperature taken out, read by hand', async ({ page }) => {
  await signIn(page, 'tom');
  await page.goto('/test/Q');
  await makeSectionReady(page, 'air');
  await page.getByRole('button', { name: 'Plan this test' }).click();
  await settledByHand(page);
  await page.getByRole('button', { name: 'Test: begun' }).click();
  const read = async (bar: string, celsius: string) => {
    await page.getByRole('form', { name: 'Reading' }).getByLabel('Gauge, bar').fill(bar);
    await page.getByRole('form', { name: 'Reading' }).getByLabel('Pipe, °C').fill(celsius);
    const reply = page.waitForResponse((r) => r.url().includes('/readings'));
    await page.getByRole('button', { name: 'Enter the reading' }).click();
    expect((await reply).status()).toBe(201);
  };
  await read('6,18', '12');
  await page.getByRole('button', { name: 'Finish and judge' }).click();
  await expect(page.getByText('There are fewer than two readings.')).toBeVisible();
  await anHourLater(page);
  await read('6,156', '11'); // (6.18 + 1.01325)·284.15/285.15 − 1.01325 = 6.1548
  await page.getByLabel('Tolerance of the gauge, bar').fill('0,005');
  await page.getByLabel('Barometer at the start, bar').fill('1,013');
  await page.getByLabel('Barometer at the end, bar').fill('1,013');
  await page.getByRole('group', { name: 'Any leak seen or heard on the walk?' }).getByRole('button', { name: 'No' }).click();
  await page.getByRole('button', { name: 'Finish and judge' }).click();
  await expect(page.getByRole('heading', { name: 'Test 1: passed' })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Arithmetic', exact: true })).toContainText('p2 = (p1 + b1)·T2/T1 − b2');
});

test('a planned test is begun and read by hand without signal, judged on the device and ended there, and the server says the same', async ({
  page,
  browser,
}) => {
  await signIn(page, 'tom');
  await page.goto('/test/Q');
  const again = page.getByRole('button', { name: 'Plan another test of this section' });
  await expect(again.or(page.getByRole('region', { name: 'Readiness' }))).toBeVisible();
  if (await again.isVisible()) await again.click();
  else await makeSectionReady(page, 'air');
  await page.getByRole('button', { name: /^Plan (this|a repeat) test$/ }).click();
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Line' }).click();
  await page.getByRole('button', { name: 'Take along' }).click();
  await expect(page.getByText('is on this device')).toBeVisible();

  await loseSignal(page);
  await page.goto('/test/Q');
  await page.getByRole('tab', { name: 'By hand' }).click();
  await page.getByRole('button', { name: 'Begin, reading by hand' }).click();
  const waits = page.getByText(/of this test (is|are) kept on this device/);
  await expect(waits).toContainText('One entry');
  await expect(page.getByRole('heading', { name: /^Test \d: running$/ })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Clocks' })).toContainText(/Section Q, test \d.*Raise/); // nobody else has told this device
  await page.getByRole('button', { name: 'Raise: begun' }).click();
  await page.getByRole('button', { name: 'Settle: begun' }).click();
  await expect(waits).toContainText('3 entries');

  // hours in the trench: the job's clock has gone on wherever it is looked at
  const office = await (await browser.newContext()).newPage();
  await signIn(office, 'tom');
  await office.goto('/test/Q');
  await expect(office.getByRole('heading', { name: /^Test \d: planned$/ })).toBeVisible();
  const hourLater = async () => {
    await anHourLater(office);
    await page.evaluate(() => localStorage.setItem('diastoma.ahead', String(Number(localStorage.getItem('diastoma.ahead')) + 3_660_000)));
    await page.reload();
  };
  await hourLater();
  await page.getByRole('button', { name: 'Test: begun' }).click();
  await expect(waits).toContainText('4 entries');
  await expect(page.getByRole('timer')).toHaveText(/^(59|1:00):/); // of the phase that was just begun
  const reading = page.getByRole('form', { name: 'Reading' });
  const read = async (bar: string, celsius: string) => {
    await reading.getByLabel('Gauge, bar').fill(bar);
    await reading.getByLabel('Pipe, °C').fill(celsius);
    await page.getByRole('button', { name: 'Enter the reading' }).click();
    await expect(reading.getByLabel('Gauge, bar')).toHaveValue('');
  };
  await page.getByRole('button', { name: 'Enter the reading' }).click(); // nobody has read the gauge
  await expect(reading.getByText('Read the gauge: a number is wanted.')).toBeVisible();
  await expect(waits).toContainText('4 entries');
  await read('6,18', '12');
  await page.getByRole('button', { name: 'Finish and judge' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'There are fewer than two readings.' })).toBeVisible();

  await hourLater();
  await expect(waits).toContainText('5 entries');
  await read('6,156', '11');
  await expect(waits).toContainText('6 entries');
  await page.getByLabel('Tolerance of the gauge, bar').fill('0,005');
  await page.getByLabel('Barometer at the start, bar').fill('1,013');
  await page.getByLabel('Barometer at the end, bar').fill('1,013');
  await page.getByRole('group', { name: 'Any leak seen or heard on the walk?' }).getByRole('button', { name: 'No' }).click();
  await page.getByRole('button', { name: 'Finish and judge' }).click();
  const here = page.getByRole('region', { name: 'As read on this device' });
  await expect(here).toContainText('Ended: passed. Judged by the rules on this device');
  await expect(page.getByRole('button', { name: 'Finish and judge' })).toBeHidden();
  await accessible(page);
  const said = await here.getByRole('list').textContent();

  await findSignal(page);
  await expect(page.getByRole('heading', { name: /^Test \d: passed$/ }).first()).toBeVisible();
  await expect(page.getByRole('list', { name: 'Findings of this test' })).toHaveText(said ?? '');
  expect(await kept(page)).toMatchObject({ entries: 0, refused: 0 });
  await office.context().close();
});

test('a composite line in steps, and a long file that is seen coming and cancelled', async ({ page }) => {
  await signIn(page, 'tom');
  await page.goto('/test/P');
  await expect(page.getByRole('region', { name: 'Readiness' })).toContainText('No field joints: one length off the reel.');
  await makeSectionReady(page);
  await expect(plan(page)).toContainText('86.25 bar'); // 1.25 · 69 bar
  // a logger that ends at 40 bar does not see this test
  const gauge = page.getByRole('region', { name: 'Readiness' }).getByRole('listitem').filter({ hasText: 'Logger 40 bar (PL-204) reads 0 bar to 40 bar' });
  await expect(gauge).toContainText('this test needs 86.2');
  await choose(page, 'Gauge or logger', /Logger 160 bar/);
  await page.getByRole('button', { name: 'Plan this test' }).click();
  await page.getByRole('tab', { name: 'A file' }).click();
  const rows = ['time_s,pressure_bar'];
  for (let k = 0; k < 1_200_000; k++) rows.push(`${(k / 10).toFixed(1)},${(80 + (k % 7) / 100).toFixed(2)}`);
  await page.getByLabel('Pressure trace file').setInputFiles({ name: 'long.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await expect(page.getByText(/^Reading: [\d,]+ rows/)).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('The import was cancelled. Nothing was stored.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Test 1: planned' })).toBeVisible();
  await page.getByRole('tab', { name: 'Simulated logger' }).click();
  await simulate(page, 1, 'passed');
  await expect(page.getByRole('region', { name: 'Test 1' })).toContainText('common practice');
});

test('facts of a section, a climb that must be split, and an overrule on record', async ({ page }) => {
  await signIn(page, 'vera');
  await page.goto('/test/B');
  await page.getByRole('button', { name: /section’s facts|What is known/ }).click();
  const form = page.getByRole('form', { name: 'Facts of the section' });
  const level = (at: number) => form.getByRole('group', { name: `Profile ${at}` }).getByLabel('Level, m');
  await level(2).fill('much');
  await form.getByRole('button', { name: 'Write it down' }).click();
  await expect(form.getByText(/must be a station and a level/)).toBeVisible();
  await level(1).fill('40');
  await level(2).fill('142');
  await form.getByRole('button', { name: 'Write it down' }).click();
  await expect(form).toBeHidden();
  await expect(plan(page)).toContainText('Split it at station');
  await page.getByRole('button', { name: 'Overrule All joints accepted' }).click();
  await page.getByLabel(/may be passed over/).fill('Two joints are outside the test');
  await page.getByRole('button', { name: 'Overrule this gate' }).click();
  await expect(page.getByText('“Two joints are outside the test”')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Overrule Plan' })).toBeHidden();
});

test('the test view on a phone: what to do next comes first, nothing runs off the side', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'tom');
  for (const section of ['G', 'O2']) {
    await page.goto(`/test/${section}`);
    await expect(page.getByRole('region', { name: /Readiness|Test 2/ }).first()).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(391);
  }
  await accessible(page);
});

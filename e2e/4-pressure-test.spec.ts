import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { chooseMethod, lookAgain, makeSectionReady, mend, signIn, simulate, waitOut } from './crew';

/** The eight hours without pressure that stand between two tests. */
async function rest(page: Page) {
  const gate = page.getByRole('region', { name: 'Readiness' }).getByRole('listitem').filter({ hasText: 'Rest after the last test' });
  await expect(gate).toContainText('Keep it without pressure');
  await gate.getByRole('button', { name: /Simulated: put clock to/ }).click();
  await expect(gate).toContainText('The pipe has rested long enough.');
}

test('the section becomes ready, is tested with the simulated logger and passes, with the arithmetic shown', async ({ page }) => {
  await signIn(page, 'tom');
  await page.goto('/test/A');
  const readiness = page.getByRole('region', { name: 'Readiness' });
  await expect(readiness).toContainText('Not ready to test');
  await expect(readiness).toContainText('9 of 9 joints accepted.');
  await expect(readiness).toContainText('Still waiting:');
  await expect(page.getByRole('button', { name: 'Opens when every line of the readiness holds' })).toBeDisabled();

  await waitOut(page, 'Earliest pressure test');
  await expect(readiness).toContainText('Every joint has waited long enough.');
  await makeSectionReady(page);
  await expect(page.getByRole('heading', { name: 'Ready to test' })).toBeVisible();

  // section A: 1500 kPa at 41.2 m; the gauge at 42.0 m reads 0.8 · 9.80665 = 7.8 kPa less
  await chooseMethod(page, /4 h expansion and 1 h test/);
  await expect(page.getByRole('region', { name: 'Plan' })).toContainText('14.922 bar');
  await page.getByRole('button', { name: 'Plan this test' }).click();
  await expect(page.getByRole('heading', { name: 'Test 1: planned' })).toBeVisible();

  await page.getByRole('tab', { name: 'A file' }).click();
  await page
    .getByLabel('Pressure trace file')
    .setInputFiles({ name: 'wrong.csv', mimeType: 'text/csv', buffer: Buffer.from('time_s,temperature_c\n0,12\n10,12') });
  await expect(page.getByText('The file has no column for the pressure.')).toBeVisible();
  await page
    .getByLabel('Pressure trace file')
    .setInputFiles({ name: 'back.csv', mimeType: 'text/csv', buffer: Buffer.from('time_s,pressure_bar\n0,1\n20,2\n10,3') });
  await expect(page.getByText('Row 4: time goes backwards')).toBeVisible();

  await page.getByRole('tab', { name: 'Simulated logger' }).click();
  await page.getByRole('combobox', { name: 'Speed' }).click();
  await page.getByRole('option', { name: '1200 times' }).click();
  await page.getByRole('button', { name: 'Start with the simulated logger' }).click();
  await expect(page.getByRole('heading', { name: 'Test 1: running' })).toBeVisible();
  const trace = page.getByRole('img', { name: 'Pressure trace with its phases' });
  await expect.poll(async () => Number(await trace.getAttribute('data-samples'))).toBeGreaterThan(100);
  await expect(page.getByRole('heading', { name: 'Test 1: passed' })).toBeVisible({ timeout: 30_000 });
  const result = page.getByRole('region', { name: 'Test 1' });
  await expect(result).toContainText('%; 5.00 % allowed.');
  await expect(result.getByRole('table', { name: 'Arithmetic' })).toContainText('expansion − 69 kPa (10 psi)');
  await expect(result).toContainText('ASTM F2164');
});

test('joint record, test package and joint log come down', async ({ page }) => {
  await signIn(page, 'ines');
  const download = async (click: () => Promise<void>) => {
    const [file] = await Promise.all([page.waitForEvent('download'), click()]);
    return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) };
  };
  await page.goto('/bench/8');
  const record = await download(() => page.getByRole('link', { name: 'Joint record as PDF' }).click());
  expect(record.name).toBe('joint-8.pdf');
  expect(record.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  await page.goto('/test/A');
  const certificate = await download(() => page.getByRole('link', { name: 'Test package as PDF' }).click());
  expect(certificate.name).toBe('test-A-1.pdf');
  expect(certificate.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  await page.goto('/line/8');
  const log = await download(() => page.getByRole('link', { name: 'Joint log as CSV' }).click());
  expect(log.name).toBe('joint-log-K-2417.csv');
  const lines = log.bytes.toString().trim().split('\n');
  expect(lines.filter((line) => line.startsWith('"Millrace Lane",'))).toHaveLength(17);
  expect(lines.some((line) => line.startsWith('"Weir Street",901,') && line.includes('Ada Brook'))).toBe(true);
  expect(lines.find((line) => line.startsWith('"Millrace Lane",9,'))).toContain('overruled');
});

test('a section that leaks does not pass, is repeated, and a brought trace is judged', async ({ page }) => {
  await signIn(page, 'tom');
  await page.goto('/test/A');
  await page.getByRole('button', { name: 'Plan another test of this section' }).click();
  await rest(page);
  await lookAgain(page);
  await chooseMethod(page, /4 h expansion and 1 h test/);
  await page.getByRole('button', { name: 'Plan a repeat test' }).click();
  await simulate(page, 2, 'not passed', 'with a leak', '6000 times');
  await expect(page.getByText('Not tight, or air left in.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What the trace means' })).toContainText('It looks most like a leak');
  await expect(page.getByRole('region', { name: 'What the trace means' })).toContainText('Lower the pressure first.');

  await expect(page.getByRole('region', { name: 'Readiness' })).toContainText('nothing is on record of what was done about it');
  await mend(page, '3', 'Coupler wept: cut out and made again');
  await rest(page);
  await lookAgain(page);
  await chooseMethod(page, /4 h expansion and 1 h test/);
  await page.getByRole('button', { name: 'Plan a repeat test' }).click();
  await expect(page.getByRole('heading', { name: 'Test 3: planned' })).toBeVisible();
  await page.getByRole('tab', { name: 'A file' }).click();
  const rows = ['time_min;pressure_bar;temperature_c'];
  for (let m = 0; m <= 330; m++) {
    const bar =
      m < 15
        ? (14.9215 * m) / 15
        : m <= 257
          ? 14.9215
          : m < 262
            ? 14.9215 - (0.69 * (m - 257)) / 5
            : 14.2315 * (1 - 0.02 * (Math.min(60, m - 262) / 60) ** 0.5); // creep: it slows
    rows.push(`${m};${bar.toFixed(4).replace('.', ',')};12,0`);
  }
  await page.getByLabel('Pressure trace file').setInputFiles({ name: 'trace.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await expect(page.getByRole('heading', { name: 'Test 3: passed' })).toBeVisible();
  await expect(page.getByText(/Pressure fell in the test hour by (1\.9\d|2\.0\d) %; 5\.00 % allowed\./)).toBeVisible();
});

import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { goToStep, prepareJoint, readLabel, scan, signIn, step } from './crew';

const LOOKS = {
  good: 'as it should be',
  voltage_droop: 'voltage droop',
  wrong_resistance: 'wrong resistance',
  shorted_turns: 'shorted turns',
  open_circuit: 'open circuit',
  early_stop: 'stopped early',
  supply_cut: 'supply cut',
  time_mismatch: 'fusion time does not match',
  under_insertion: 'pipe not fully in',
};

test('a record of each class is read from a file and diagnosed', async ({ page }) => {
  await signIn(page, 'ines');
  await page.keyboard.press('g');
  await page.keyboard.press('k');
  for (const [name, looks] of Object.entries(LOOKS)) {
    await page.getByLabel('Fusion record to read').setInputFiles(`docs/samples/fusion-${name}.csv`);
    await expect(page.getByRole('heading', { name: `fusion-${name}.csv` })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Diagnosis of the trace' })).toContainText(`The trace looks: ${looks}`);
  }
  await page.getByLabel('Fusion record to read').setInputFiles({ name: 'notes.csv', mimeType: 'text/csv', buffer: Buffer.from('a;b\n1;2\n') });
  await expect(page.getByRole('alert')).toContainText('no column for the time');
});

test('a record is brought to its joint; another joint’s is shown side by side and not taken', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/12');
  await prepareJoint(page, { a: [180.6, 180.2, 180.1, 180.3], b: [180.4, 180.3, 180.2, 180.3] });
  await scan(page);
  await readLabel(page);
  await goToStep(page, 'Fuse');
  await page.getByText('Fused with a real unit? Bring its record').click();
  const csv = readFileSync('docs/samples/fusion-shorted_turns.csv', 'utf8');
  const other = csv.replace('end_code', 'end_code;joint').replaceAll(';complete', ';complete;14');
  await page.getByLabel('Began, minutes ago').fill('5');
  await page.getByLabel('Fusion record file').setInputFiles({ name: 'other.csv', mimeType: 'text/csv', buffer: Buffer.from(other) });
  await expect(page.getByRole('table', { name: 'Record against joint' })).toContainText('Joint1412');
  await page.getByLabel('Fusion record file').setInputFiles('docs/samples/fusion-shorted_turns.csv');
  await expect(step(page, 'Fuse')).toContainText('The trace looks: shorted turns');
  await expect(step(page, 'Fuse')).toContainText('Cut the joint out');
  await page.getByRole('button', { name: 'Lay a good trace of this label behind it' }).click();
  await expect(page.getByRole('button', { name: 'Leave the good trace out' })).toBeVisible();
  await page.getByText('What if it were colder, the gap wider, the supply weaker?').click();
  await expect(page.getByRole('table', { name: 'What if' })).toContainText('hottest interface');
});

test('a label is read from its picture', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/13');
  await goToStep(page, 'Label');
  const label = page.getByRole('group', { name: 'Label of the sample fitting' });
  await expect(label.locator('svg')).toBeVisible();
  const picture = await label.screenshot();
  await page.getByLabel('Picture of the label').setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByRole('textbox', { name: 'Bar code, 24 digits' })).toHaveValue('731204181801400645260007');
});

test('a limit is tightened with a reason; finished joints say so and are judged again', async ({ page }) => {
  await signIn(page, 'vera');
  await page.getByRole('link', { name: 'Rules' }).click();
  await page.getByRole('button', { name: 'Change: Least scrape depth, radial' }).click();
  await page.getByLabel('New value').fill('0.3');
  await page.getByRole('button', { name: /Make it the job.s limit/ }).click();
  await expect(page.getByLabel('Why (stays visible for ever)')).toHaveAccessibleDescription(/Give the reason in a sentence/);
  await page.getByLabel('Why (stays visible for ever)').fill('Owner asks for 0.3 mm on this contract');
  await page.getByRole('button', { name: /Make it the job.s limit/ }).click();
  await expect(page.getByText('Changed by Vera Holm, was 0.2 mm')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('judged under an earlier version');
  await page.getByRole('button', { name: 'Show them' }).click();
  await page.getByRole('link', { name: /^3 · v1 · accepted/ }).click();
  await page.getByRole('button', { name: 'Judge it again' }).click();
  await expect(page.getByText('Judged under version 1')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Joint 3, stopped' })).toBeVisible();
  await page.getByRole('link', { name: 'Rules' }).click();
  await page.getByRole('tab', { name: /Changes/ }).click();
  await expect(page.getByRole('list', { name: 'Changes' })).toContainText('Owner asks for 0.3 mm on this contract');
});

test('any calculation is done in the browser, with its source', async ({ page }) => {
  await signIn(page, 'ines');
  await page.goto('/reckon');
  await page.getByRole('button', { name: 'Outside diameter, wall and ovality as made of a metric PE pipe' }).click();
  await page.getByLabel('dn').fill('110');
  await page.getByLabel('sdr').fill('12');
  await page.getByRole('button', { name: 'Calculate', exact: true }).click();
  await expect(page.getByText('SDR 12 is not in the PE table for dn 110')).toBeVisible();
  await page.getByLabel('sdr').fill('11');
  await page.getByRole('button', { name: 'Calculate', exact: true }).click();
  await expect(page.getByRole('table', { name: 'Result' })).toContainText('wall min10 mm');
});

test('a calculation is found by what crews call it, shows its formula with the numbers, is shared by its address and pinned to a joint', async ({ page }) => {
  await signIn(page, 'vera');
  await page.goto('/reckon');
  await page.getByLabel('Find a calculation').fill('pup burst');
  const list = page.getByRole('navigation', { name: 'Calculations' });
  await expect(list.getByRole('button')).toHaveCount(1);
  await list.getByRole('button', { name: /^Spool for a cut-out/ }).click();
  await page.getByRole('textbox', { name: 'cut out', exact: true }).fill('1200');
  await page.getByRole('textbox', { name: 'gap', exact: true }).fill('30');
  await page.getByRole('button', { name: 'Calculate', exact: true }).click();
  await expect(page.getByRole('table', { name: 'Result' })).toContainText('1140 mm');
  await expect(page.getByRole('region', { name: 'How it was worked out' })).toContainText('1140 = 1200 − 2 × 30');
  await expect(page.getByRole('img', { name: /^Spool for a cut-out.*1140 mm/ })).toBeVisible();
  await page.goto(page.url()); // as somebody opens it who was sent the address
  await expect(page.getByRole('table', { name: 'Result' })).toContainText('1140 mm');
  await page.getByRole('button', { name: /^Pin it to joint / }).click();
  await expect(page.getByText(/^Pinned to joint/)).toBeVisible();
  await page.locator('body').press('g');
  await page.locator('body').press('b');
  await expect(page.getByText(/^Vera Holm, .*Calculated: Spool for a cut-out.*spool mm 1140 mm/)).toBeVisible();
});

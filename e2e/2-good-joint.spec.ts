import { expect, test } from '@playwright/test';
import { coolAndRelease, goToStep, lookAtIt, number, prepareJoint, readLabel, release, saved, signIn, step } from './crew';

test('bad input is refused in words and nothing entered is lost', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/10');
  await goToStep(page, 'Inspect');
  await number(page, 'End B: deepest gouge', '0.2');
  const gouge = page.getByRole('textbox', { name: 'End A: deepest gouge' });
  await gouge.fill('deep');
  await gouge.press('Enter');
  await expect(page.getByText('“deep” is not a number')).toBeVisible();
  await expect(gouge).toHaveValue('deep');
  await page.reload();
  await goToStep(page, 'Inspect');
  await expect(gouge).toHaveValue('deep');
  await expect(page.getByRole('textbox', { name: 'End B: deepest gouge' })).toHaveValue('0.2');

  await goToStep(page, 'Diameters');
  const boxes = page.getByRole('group', { name: 'End A: outside diameters' }).getByRole('textbox');
  for (const [k, value] of ['0', '180.2', '180.3'].entries()) await boxes.nth(k).fill(value);
  await boxes.last().press('Enter');
  await expect(page.getByText('reading 1: 0 mm cannot be right here')).toBeVisible();
  await expect(boxes.nth(1)).toHaveValue('180.2');

  await goToStep(page, 'Label');
  const code = page.getByRole('textbox', { name: 'Bar code, 24 digits' });
  await code.fill('731204181801400645260008');
  await code.press('Enter');
  await expect(page.getByText('The check digit is 8; these digits need 7')).toBeVisible();
  await expect(code).toHaveValue('731204181801400645260008');
});

test('a lost connection shows; the entry is kept, survives a reload of the data, and is sent when it is back', async ({ page, context }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/10');
  await goToStep(page, 'Wash');
  await context.setOffline(true);
  const length = page.getByRole('textbox', { name: "Coupler's length, end to end" });
  await length.fill('210');
  await length.press('Enter');
  await expect(page.getByText('one entry is kept on this device')).toBeVisible();
  await expect(page.getByText('Kept on this device; judged when the connection is back.')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('kept on this device and will be sent')).toBeHidden({ timeout: 15_000 });
  await page.reload();
  await goToStep(page, 'Wash');
  await expect(length).toHaveValue('210');
});

test('a joint is made from the bag to the cold look, each reading judged as it is entered', async ({ page }) => {
  await signIn(page, 'ada');
  await page.getByRole('link', { name: /Make this joint|Open on the bench/ }).click();
  await expect(page).toHaveURL(/\/bench\/8$/);
  await prepareJoint(page, { a: [180.6, 180.2, 180.1, 180.3], b: [180.4, 180.3, 180.2, 180.3] });

  // a scanner types the digits and Enter
  const code = page.getByRole('textbox', { name: 'Bar code, 24 digits' });
  await code.focus();
  await page.keyboard.type('731204181801400645260007');
  const scanned = await saved(page);
  await page.keyboard.press('Enter');
  await scanned();
  await expect(step(page, 'Label')).toContainText('0.64 Ω');
  await expect(step(page, 'Label')).toContainText('from memory');
  await readLabel(page);
  await expect(step(page, 'Label')).toContainText('Voltage printed 40 V, bar code 40 V.');

  await goToStep(page, 'Fuse');
  await page.getByRole('combobox', { name: 'Speed' }).click();
  await page.getByRole('option', { name: '60 times' }).click();
  await page.getByRole('button', { name: 'Start fusion' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  const trace = page.getByRole('img', { name: 'Fusion trace: voltage and current over time' });
  const drawn = async () => Number(await trace.getAttribute('data-samples'));
  await expect.poll(drawn).toBeGreaterThan(10);
  const early = await drawn();
  await expect.poll(drawn).toBeGreaterThan(early);
  await expect(page.getByText('The control unit ended the fusion itself.')).toBeVisible({ timeout: 20_000 });
  await expect(step(page, 'Fuse')).toContainText('release at');

  const clocks = page.getByRole('complementary', { name: 'Clocks' });
  await expect(clocks.getByRole('listitem').filter({ hasText: 'Joint 8' }).filter({ hasText: 'Cooling, clamps stay on' })).toBeVisible();
  await expect(clocks.getByRole('listitem').filter({ hasText: 'Joint 8' }).filter({ hasText: 'Earliest pressure test' })).toBeVisible();

  await coolAndRelease(page);
  await expect(step(page, 'Release')).toContainText('Released after the full wait.');
  await lookAtIt(page);
  await expect(page.getByRole('button', { name: 'Joint 8, accepted' })).toBeVisible();
  await page.getByRole('button', { name: 'Joint 9 next' }).click();
  await expect(page).toHaveURL(/\/bench\/9$/);
});

test('the joint that was cooling when the day began is released and accepted', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/7');
  await release(page);
  await lookAtIt(page);
  await expect(page.getByRole('button', { name: 'Joint 7, accepted' })).toBeVisible();
});

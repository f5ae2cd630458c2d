import { expect, test } from '@playwright/test';
import { goToStep, now, openGate, signIn, step, unpack, yes } from './crew';

test('a restraint that is not yet cold holds the pull', async ({ page }) => {
  await signIn(page, 'ada');
  await page.getByRole('button', { name: /^Main: / }).click();
  await page.getByRole('menuitem', { name: /Northgate trunk/ }).click();
  await expect(page).toHaveURL(/\/line\/101$/);
  await page.getByRole('link', { name: 'Open on the bench' }).click();
  await goToStep(page, 'Pull together');
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('Nothing is pulled before every restraint is cold.');
  await expect(page.getByRole('button', { name: 'Pull begun – now' })).toBeDisabled();
  await openGate(page);
  await unpack(page);
  await goToStep(page, 'Pull together');
  await yes(page, 'Nylon slings only, no chain on the pipe?');
  await now(page, 'Pull begun');
  await yes(page, "Both stab marks at the fitting's edge?");
  await expect(step(page, 'Pull together')).toContainText('Pulled after the full wait.');
});

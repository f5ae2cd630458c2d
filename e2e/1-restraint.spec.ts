import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { clean, goToStep, now, openGate, signIn, step, toMain, unpack, yes } from './crew';

test('a restraint that is not yet cold holds the pull', async ({ page }) => {
  await signIn(page, 'ada');
  await toMain(page, /Northgate trunk/);
  await expect(page).toHaveURL(/\/line\/101$/);
  await page.getByRole('link', { name: 'Open on the bench' }).click();
  // six of them are one line of the steps, and one table
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Restraints/ })
    .click();
  const table = page.getByRole('table', { name: 'Restraints' });
  await expect(table.getByRole('row')).toHaveCount(7);
  await table.getByRole('button', { name: /^Restraint 4, Fused: \d\d:\d\d$/ }).click();
  await expect(step(page, 'Restraint 4: fuse')).toBeVisible();
  await table.getByRole('button', { name: 'Restraint 6 End B' }).click();
  await expect(step(page, 'Restraint 6')).toContainText('Sits without a gap.');
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
  await goToStep(page, 'Pull together');
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('Nothing is pulled before every restraint is cold.');
  await expect(page.getByRole('button', { name: 'Pull begun – now' })).toBeDisabled();
  await openGate(page);
  await clean(page);
  await unpack(page);
  await goToStep(page, 'Pull together');
  await yes(page, 'Nylon slings only, no chain on the pipe?');
  await now(page, 'Pull begun');
  await yes(page, "Both stab marks at the fitting's edge?");
  await expect(step(page, 'Pull together')).toContainText('Pulled after the full wait.');
});

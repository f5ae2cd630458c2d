import { expect, test, type Page } from '@playwright/test';
import { faults } from './axe';
import { clean, fuse, goToStep, lookAtIt, now, openGate, readLabel, scan, series, signIn, step, toMain, unpack, waitOut, yes } from './crew';

/* First in its lane: what was read and scraped of the joint when the day began must still be fresh when it is fused. */

const PREHEAT = { volts: '24', seconds: '300', minutes: '10', minutesAre: 'Printed pre-cooling time' };
const SIDE = { volts: '48', seconds: '900', minutes: '90' };

async function preheat(page: Page, nth: number) {
  await goToStep(page, 'Preheat label', nth);
  await scan(page);
  await readLabel(page, PREHEAT);
  await goToStep(page, 'Preheat', nth * 2 + 1);
  await fuse(page, 'Start preheat');
}

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
  expect(await faults(page)).toEqual([]);
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

test('a side is preheated again when its gap stays open, then both sides are fused', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/101');
  await goToStep(page, 'Belts');
  for (const question of ['Belts on, tight and even?', 'Alignment clamp on and tight?', 'Level on top and on the side, free of stress?'])
    await yes(page, question);

  await preheat(page, 0);
  await goToStep(page, 'Gap', 0);
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('Wait the pre-cooling time');
  await openGate(page);
  await series(page, "Gap by feeler, from 12 o'clock", [1.2, 1.4, 2.4, 1.8, 1.2, 1.1, 1.3, 1.2]);
  await expect(step(page, 'Gap')).toContainText('Mend. Side A: largest gap 2.4 mm after one preheat; less than 2 mm wanted.Preheat it again');
  await goToStep(page, 'Preheat', 1);
  await page.getByRole('button', { name: 'Preheat again' }).click();
  await expect(step(page, 'Preheat')).toContainText('2 times', { timeout: 30_000 });
  await goToStep(page, 'Gap', 0);
  await expect(
    page
      .getByRole('group', { name: /Gap by feeler/ })
      .getByRole('textbox')
      .first(),
  ).toHaveValue('');
  await openGate(page);
  await series(page, "Gap by feeler, from 12 o'clock", [0.6, 0.8, 1.0, 0.8, 0.6, 0.5, 0.6, 0.7]);
  await expect(step(page, 'Gap')).toContainText('Side A: largest gap 1 mm after 2 preheats');
  await goToStep(page, 'Fusion label', 0);
  await scan(page);
  await readLabel(page, { ...SIDE, dn: '800', fitting: true });
  await goToStep(page, 'Fuse', 0);
  await fuse(page);

  await preheat(page, 1);
  await goToStep(page, 'Gap', 1);
  await openGate(page);
  await series(page, "Gap by feeler, from 12 o'clock", [0.6, 0.8, 1.0, 0.8, 0.6, 0.5, 0.6, 0.7]);
  await goToStep(page, 'Fusion label', 1);
  await scan(page);
  await readLabel(page, SIDE);
  await goToStep(page, 'Fuse', 1);
  await fuse(page);

  await goToStep(page, 'Cool');
  await yes(page, 'Release time written on the fitting?');
  await waitOut(page, 'Side B: cooling, clamps stay on');
  await goToStep(page, 'Release');
  await yes(page, 'Undisturbed the whole time?');
  await now(page, 'Belts and clamps off');
  await lookAtIt(page);
  await expect(page.getByRole('button', { name: 'Joint 101, accepted' })).toBeVisible();
});

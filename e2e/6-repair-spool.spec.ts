import { expect, test } from '@playwright/test';
import { choose, goToStep, number, signIn, step, yes } from './crew';

test('a repair spool slides its couplers on whole; one off its marks is a stop', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/205');
  await choose(page, 'Control unit', /Unit North/);
  await goToStep(page, 'Cut out');
  await yes(page, 'Main shut, drained, and proved empty?');
  await number(page, 'Open length between the cuts', '1200');
  await number(page, 'Spool, end to end', '1150');
  await expect(step(page, 'Cut out')).toContainText('Mend. Gap at each end of the spool 25 mm; at most 10 mm allowed.');
  await number(page, 'Spool, end to end', '1190');
  await goToStep(page, 'Wash');
  await number(page, "Coupler's length, end to end", '210');
  await goToStep(page, 'Marks');
  await expect(page.getByRole('img', { name: 'Stab mark at 105 mm, scrape mark at 230 mm from the end' })).toBeVisible();
  await goToStep(page, 'Slide back');
  await number(page, 'Left coupler: off its marks', '8');
  await expect(step(page, 'Slide back')).toContainText('Stop. Left coupler off its marks by 8 mm; at most 3 mm allowed.');
});

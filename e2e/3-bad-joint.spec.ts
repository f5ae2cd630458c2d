import { expect, test } from '@playwright/test';
import { coolAndRelease, goToStep, lookAtIt, prepareJoint, readLabel, scan, series, signIn, step } from './crew';

test('an operator whose certificate ran out is told so', async ({ page }) => {
  await signIn(page, 'olaf');
  await page.goto('/bench/13');
  await page.getByRole('combobox', { name: 'Control unit' }).click();
  await page.getByRole('option', { name: /Unit South/ }).click();
  await expect(step(page, 'Conditions')).toContainText(/Watch\. Fusion certificate of Olaf Reed ran out on/);
  await expect(step(page, 'Conditions')).toContainText('Whoever fuses needs a certificate in date: that one is judged.');
  await expect(step(page, 'Conditions')).toContainText(/Calibration of Unit South \(CU-18\) ran out/);
});

test('an oval pipe is not fused before it is clamped, and a fusion that is stopped early stops the joint, with reasons', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/9');
  await prepareJoint(page, { a: [178.6, 180.4, 182.6, 180.8], b: [180.4, 180.3, 180.2, 180.3] });
  await goToStep(page, 'Diameters');
  await expect(step(page, 'Diameters')).toContainText('Mend. End A: out of round by 4 mm (2.23 % of dn); 2.7 mm allowed.');
  await expect(step(page, 'Diameters')).toContainText("Clamp across 3–9 o'clock");
  await expect(step(page, 'Diameters')).toContainText('DVS 2207-1');
  await expect(page.getByRole('img', { name: /End A: out of round by 4.00 mm, long axis 3–9/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Joint 9, to mend' })).toBeVisible();

  await goToStep(page, 'Label');
  await scan(page);
  await expect(step(page, 'Label')).toContainText('0.64 Ω');
  await readLabel(page);
  await goToStep(page, 'Fuse');
  await expect(page.getByRole('alert').filter({ hasText: 'Not ready to fuse.' })).toContainText('Not entered yet: Re-round');
  await page.getByRole('button', { name: 'Start fusion' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Not yet: “Re-round” is not complete.' })).toBeVisible();
  await goToStep(page, 'Re-round');
  await series(page, 'End A: diameters under the clamp', [180.6, 180.3, 180.2, 180.3]);
  await goToStep(page, 'Fuse');
  await page.getByRole('button', { name: 'Start fusion' }).click();
  await expect.poll(async () => Number(await page.getByRole('img', { name: /Fusion trace/ }).getAttribute('data-samples'))).toBeGreaterThan(20);
  await page.getByRole('button', { name: 'Stop the unit' }).click();

  await expect(step(page, 'Fuse')).toContainText('Stop. The fusion did not run to its end: stopped by operator.');
  await expect(step(page, 'Fuse')).toContainText('Only a supervisor or an inspector can overrule this, with a reason.');
  await expect(page.getByRole('button', { name: 'Overrule this stop' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Joint 9, stopped' })).toBeVisible();

  await coolAndRelease(page);
  await lookAtIt(page);
  await expect(page.getByRole('button', { name: 'Joint 9, stopped' })).toBeVisible();
});

test('a supervisor overrules each stop with a reason that stays visible', async ({ page }) => {
  await signIn(page, 'vera');
  await page.goto('/bench/9');
  await goToStep(page, 'Fuse');
  await expect(page.getByRole('button', { name: 'Overrule this stop' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Overrule this stop' }).first().click();
  await expect(page.getByText('Give the reason in a sentence')).toBeVisible();
  for (let left = await page.getByRole('button', { name: 'Overrule this stop' }).count(); left > 0; left--) {
    await page
      .getByLabel(/Why you overrule this stop/)
      .first()
      .fill('Training piece, will be cut out after the test');
    await page.getByRole('button', { name: 'Overrule this stop' }).first().click();
    await expect(page.getByRole('button', { name: 'Overrule this stop' })).toHaveCount(left - 1);
  }
  await expect(page.getByText('Overruled by Vera Holm (supervisor)').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Joint 9, accepted by overrule' })).toBeVisible();
  await page.reload();
  await page.goto('/line/9');
  await expect(page.getByText('Overruled by Vera Holm (supervisor): Training piece, will be cut out after the test').first()).toBeVisible();
});

import { expect, test } from '@playwright/test';
import { signIn } from './crew';
import { makeByTouch, SHEET, type Read } from './touches';

/** What is measured at the joint itself. */
const MEASURED: Read = [
  [/Pipe surface temperature/, '15'],
  [/Fitting temperature/, '16'],
  [/iameters/, '180.6 180.2 180.1'],
  [/mean diameter after scraping/, '179.6'],
  [/Mark stands clear of the bell|short of the/, '2'],
  [/Off the grade line/, '2'],
  [/from its end|Mark from the end/, '120'],
  [/Feeler/, '62'],
  [/Loops formed/, '3'],
  [/Angle while inserting/, '0.5'],
  [/Greatest deflection by the maker/, '1'],
  [/Segments by the maker|Locking segments/, '8'],
];

/** Joint of the demo that nobody has begun, and the touches that it may cost after a shift sheet; all of them are counted by bin/bench. */
const JOINTS = [
  { name: 'coupler', joint: 15, most: 30, always: true },
  { name: 'gasketed, corrugated', joint: 802, most: 20, always: true },
  { name: 'gasketed, PVC', joint: 302, most: 30, always: false },
].filter((one) => one.always || process.env.DIASTOMA_TOUCHES === 'all');

for (const { name, joint, most } of JOINTS) {
  test(`a good joint, ${name}, takes at most ${most} touches after a shift sheet`, async ({ page }) => {
    await signIn(page, 'ada', 'list');
    await page.goto(`/bench/${joint}`);
    const sheet = page.getByRole('link', { name: /^Shift sheet/ });
    const offered = page.getByRole('region', { name: 'From the shift sheet' });
    await expect(sheet.or(offered).first()).toBeVisible();
    if (await sheet.isVisible()) {
      await sheet.click();
      await page.getByRole('button', { name: /^Begin today/ }).click();
      await makeByTouch(page, SHEET, /^accepted/);
      await page.getByRole('link', { name: `To joint ${joint}` }).click();
    }
    await expect(page.getByText(new RegExp(`^Joint ${joint} ·`))).toBeVisible();
    const touches = await makeByTouch(page, MEASURED, /^accepted/);
    console.log(`${name}: ${touches.presses} presses, ${touches.fields} fields`);
    expect(touches.presses + touches.fields).toBeLessThanOrEqual(most);
  });
}

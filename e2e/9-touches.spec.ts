import { expect, test } from '@playwright/test';
import { signIn } from './crew';
import { makeByTouch, SHEET, type Read } from './touches';

/** What is measured at the joint itself. */
const MEASURED: Read = [
  [/Pipe surface temperature/, '15'],
  [/Fitting temperature/, '16'],
  [/mean diameter after scraping/, '179.6'],
  [/iameters/, '180.6 180.2 180.1'],
  [/Mark stands clear of the bell|short of the/, '2'],
  [/Off the grade line/, '2'],
  [/from its end|Mark from the end/, '120'],
  [/Feeler/, '62'],
  [/Loops formed/, '3'],
  [/Angle while inserting/, '0.5'],
  [/Greatest deflection by the maker/, '1'],
  [/Segments by the maker|Locking segments/, '8'],
];

const LARGE: Read = [
  [/mean diameter after scraping/, '799.8'],
  [/iameters/, '800.4 800.3 800.2 800.3'],
  [/pulled together/i, 'restraints'],
  [/circuits/i, 'two'],
  [/The fitting has/, 'yes, by a code'],
  [/[Gg]ap by feeler/, '0.6 0.8 1.0 0.8 0.6 0.5 0.6 0.7'],
  ...MEASURED,
];

const TEE: Read = [
  [/Circumference/, '346.5'],
  [/iameters/, '110.3 110.3 110.2 110.2'],
  [/Between the marks/, '170'],
  [/Thickness of the ribbon/, '0.25'],
  [/ribbon came off/, 'in one piece'],
  [/by feeler/, '0'],
  ...MEASURED,
];

/** Joint of the demo that nobody has begun, and the touches that it may cost after a shift sheet; all of them are counted by bin/bench. */
const JOINTS = (
  [
    { name: 'coupler', joint: 15, most: 30, always: true },
    { name: 'gasketed, corrugated', joint: 802, most: 12, always: true },
    { name: 'gasketed, PVC, with a sweep of eight', joint: 302, most: 20, always: false },
    { name: 'large bore with six restraints', joint: 102, most: 95, always: false, read: LARGE },
    { name: 'tapping tee', joint: 202, most: 40, always: false, read: TEE },
  ] as { name: string; joint: number; most: number; always: boolean; read?: Read }[]
).filter((one) => one.always || process.env.DIASTOMA_TOUCHES === 'all');

for (const { name, joint, most, read = MEASURED } of JOINTS) {
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
    const touches = await makeByTouch(page, read, /^accepted/);
    console.log(`${name}: ${touches.presses} presses, ${touches.fields} fields`);
    expect(touches.presses + touches.fields).toBeLessThanOrEqual(most);
  });
}

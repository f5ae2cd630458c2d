import { expect, type Page } from '@playwright/test';
import { goToStep } from './crew';
import { answerStep, goOn, type Answers } from './gasket';

/** What the sample label of a fitting says, and how a good crew answers. The fitting takes pipe of 155 to 185 mm. */
export const LABEL: Answers = [
  [/^Gasket\s*$/, 'one layer'],
  [/Label: Smallest outside diameter$/, '155'],
  [/Label: Largest outside diameter$/, '185'],
  [/Label: Length of the body/, '280'],
  [/Label: Setting gap/, '30'],
  [/Label: Sound pipe wanted/, '60'],
  [/Label: Least insertion/, '100'],
  [/Label: Greatest insertion/, '140'],
  [/Label: Bolts of the flange/, '4'],
  [/Label: Bolts/, '4'],
  [/Label: Pairs of lugs/, '2'],
  [/Label: Torque/, '60'],
  [/Label: Working pressure/, '16'],
  [/Label: Stab depth/, '60'],
  [/Label: Length pushed together/, '500'],
  [/Label: Length drawn out/, '800'],
  [/Label: Outside diameter of the rod/, '25'],
  [/Working pressure of the line/, '6'],
  [/Pipe is of/, 'ductile iron, coated'],
  [/Where the seal will lie/, 'sound and smooth'],
  [/Inner layer$/, 'left in'],
  [/Lubricant on the fixed end/, 'potable-water grade'],
  [/Lubricant used/, 'none'],
  [/Least insertion marked/, '100'],
  [/Greatest insertion marked/, '140'],
  [/^Mark (left|right) of the middle/, '155'],
  [/(left|right) mark stands clear/i, '15'],
  [/Stab mark from the end/, '60'],
  [/Stab mark from the face/, '1'],
  [/Mark from the end/, '125'],
  [/Gap between the pipe ends|Pipe end to the raised face/, '30'],
  [/Mark stands clear of the body/, '1'],
  [/Face of the adaptor/, 'between the marks'],
  [/Out of square/, '1'],
  [/Angle of the chamfer/, '47'],
  [/Length of the chamfer/, '24'],
  [/Centring bolts backed off/, '6'],
  [/Threads and nuts/, 'clean, as the torque is meant for'],
  [/torque wrench/, 'Wrench 20 to 200 (TW-12)'],
  [/Pressure left in the line/, '0'],
  [/Width of the break/, '40'],
  [/The latch clicked/, 'twice'],
  [/Open length between the cuts/, '1200'],
  [/Spool, end to end/, '1140'],
  [/With the line filled/, 'tight'],
  [/Pressure in the main/, '6'],
  [/Rod held by/, "the device's screw and lock"],
  [/Turns to open/, '11'],
  [/^Opens/, 'anticlockwise'],
  [/Test pressure by the procedure/, '6'],
  [/Test time by the procedure/, '10'],
  [/Pressure at the beginning|Pressure at the end/, '6.1'],
  [/Time between/, '12'],
  [/Punch brought back/, 'flush with the top'],
  [/From the first cut to the far end/, '300'],
  [/Cut out, from cut to cut/, '440'],
  [/Outside diameters/, '170.1 170.3 170.2 170.3'],
];

/** One touch after another on the wheel, until every bolt has been round; how many it took. */
export async function tighten(page: Page, most = 400) {
  const act = page.getByRole('button', { name: /: it clicked$|^Wrench is set to / });
  let touches = 0;
  for (; touches < most && (await act.count()) > 0; touches++) {
    const before = (await act.textContent()) ?? '';
    await act.click();
    await expect(act.or(page.getByText('Every bolt has been round at full torque.'))).not.toHaveText(before);
  }
  return touches;
}

/** Nuts round and round, then each pair of lugs that touches. */
export async function drawIn(page: Page) {
  const nut = page.getByRole('button', { name: /: 2 turns$/ });
  const lugs = await page.getByRole('button', { name: /^Pair \d+$/ }).count();
  const nuts = await page.getByRole('button', { name: /^Nut \d+(, next)?, \d/ }).count();
  for (let k = 0; k < nuts; k++) {
    const before = (await nut.textContent()) ?? '';
    await nut.click();
    if (k < nuts - 1) await expect(nut).not.toHaveText(before);
  }
  for (let k = 1; k <= lugs; k++) {
    await page.getByRole('button', { name: `Pair ${k}`, exact: true }).click();
    await expect(page.getByRole('button', { name: `${k} ✓` })).toBeVisible();
  }
  await expect(page.getByText('every pair of lugs touches.').first()).toBeVisible();
}

/** Makes the joint in sight from its first step to the last. */
export async function makeFitting(page: Page, own: Answers = [], from?: string) {
  if (from !== undefined) await goToStep(page, from);
  for (let k = 0; k < 24; k++) {
    await answerStep(page, [...own, ...LABEL]);
    if ((await page.getByRole('button', { name: /: it clicked$|^Wrench is set to / }).count()) > 0) await tighten(page);
    if ((await page.getByRole('button', { name: /: 2 turns$/ }).count()) > 0) await drawIn(page);
    if (!(await goOn(page))) return;
  }
}

import { expect, test, type Page, type Request } from '@playwright/test';
import { faults } from './axe';
import { add, choose, goToStep, series, signIn, step } from './crew';
import { answerStep, goOn, type Answers } from './gasket';
import { drawIn, LABEL, makeFitting, tighten } from './fittings';

const accepted = (page: Page, joint: number) => expect(page.getByText(/^accepted · judged by/), `joint ${joint}`).toBeVisible();

test('a coupling joins two pipes that differ: outside its range and with a layer out at one end only it stops', async ({ page }) => {
  await signIn(page, 'vera');
  await add(page, 1509, 'Withy Clasp coupling', async () => {
    const form = page.getByRole('form', { name: 'Lay joints' });
    await form.getByRole('combobox', { name: 'Joint system' }).click();
    await page.getByRole('option', { name: 'Fused PE: electrofusion couplers' }).click();
    await form.getByLabel('Size on the print line').fill('160');
    await form.getByLabel('SDR (DR)').fill('11');
  });
  await page.goto('/bench/1510');
  await expect(page.getByText('Joint 1510 · Withy Clasp coupling')).toBeVisible();
  await answerStep(page, [[/Size on the label/, 'C3'], ...LABEL]);
  await goToStep(page, 'Ends');
  await choose(page, 'Side A: Pipe is of', 'ductile iron, coated');
  await choose(page, 'Side B: Pipe is of', 'PE');
  await series(page, 'Side A: Outside diameters', [170.1, 170.4, 170.1, 170.4]);
  await series(page, 'Side B: Outside diameters', [150.2, 150.4, 150.2, 150.4]);
  await expect(step(page, 'Ends')).toContainText('Does not fit: 170.25 mm and 150.3 mm measured');
  await series(page, 'Side B: Outside diameters', [160.2, 160.4, 160.2, 160.4]);
  await expect(step(page, 'Ends')).toContainText('Fits: 170.25 mm and 160.3 mm measured');
  await answerStep(page, LABEL);
  await goToStep(page, 'Inner layer');
  await choose(page, 'Side A: Inner layer', 'taken out');
  await choose(page, 'Side B: Inner layer', 'left in');
  await expect(step(page, 'Inner layer')).toContainText('out at one end only');
  await choose(page, 'Side A: Inner layer', 'left in');
  await makeFitting(page, [], 'Lubricate or dry');
  await accepted(page, 1510);
});

test('ten bolts on a phone take eleven touches; a bolt that is skipped is led back to, and one beyond its maximum stops the joint', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'vera');
  await page.goto('/bench/1503');
  await answerStep(page, [[/Size on the label/, '14 in, bolts 3/4 in'], ...LABEL]);
  await goToStep(page, 'Gland');
  await answerStep(page, LABEL);
  await goToStep(page, 'Bolts');
  await answerStep(page, LABEL);
  let touches = 0;
  const act = page.getByRole('button', { name: /: it clicked$|^Wrench is set to / });
  while (!/pass 2 of 4/.test((await page.locator('main section svg text').first().textContent()) ?? '') && touches < 20) {
    const before = (await act.textContent()) ?? '';
    await act.click();
    await expect(act).not.toHaveText(before);
    touches++;
  }
  expect(touches).toBeLessThanOrEqual(12);
  // bolt 6 comes second in the star: the crew takes 3 instead, and goes on in the next pass but one
  await page.getByRole('button', { name: 'Wrench is set to 67.1 N·m' }).click();
  await page.getByRole('button', { name: /^Bolt 3,/ }).click();
  await page.getByRole('button', { name: 'Bolt 3: it clicked' }).click();
  await expect(page.getByRole('button', { name: 'Bolt 1: it clicked' })).toBeVisible();
  await tighten(page);
  await expect(step(page, 'Bolts')).toContainText('10 bolts, mean 111.9 N·m');
  await accepted(page, 1503);
  await page.getByRole('button', { name: /^Bolt 5,/ }).click();
  await page.getByRole('textbox', { name: 'Bolt 5: torque read' }).fill('150');
  await page.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Usual here is' })).toBeVisible(); // asked before it is taken
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(step(page, 'Bolts')).toContainText('Bolt 5 went to 150 N·m');
});

test('a large coupling: the free side is shut until the fixed side has been round, and lugs that gape are not at their stop', async ({ page }) => {
  await signIn(page, 'vera');
  await page.goto('/bench/1504');
  await makeUntil(page, 'Fixed side');
  await goToStep(page, 'Free side');
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('Fixed side first');
  await goToStep(page, 'Fixed side');
  await drawIn(page);
  await page.getByRole('button', { name: '2 ✓' }).click(); // looked at again: it gapes
  await expect(step(page, 'Fixed side')).toContainText('pair 2 of lugs not seen to touch');
  await page.getByRole('button', { name: 'Pair 2', exact: true }).click();
  await expect(step(page, 'Fixed side')).toContainText('every pair of lugs touches');
  await makeFitting(page, [[/Distance at the fins/, '20 20.5 20 20.5']], 'Free side');
  await accepted(page, 1504);
});

/** Every step before one, answered well. */
async function makeUntil(page: Page, title: string, own: Answers = []) {
  for (let k = 0; k < 20; k++) {
    const heading = page.locator('main section').first().getByRole('heading', { level: 1 });
    if ((await heading.textContent()) === title) return;
    await answerStep(page, [...own, ...LABEL]);
    if ((await page.getByRole('button', { name: /: it clicked$|^Wrench is set to / }).count()) > 0) await tighten(page);
    await goOn(page);
  }
}

test('a live tap: no hold point is passed out of its turn, and the rod is held by more than a hand', async ({ page }) => {
  await signIn(page, 'vera');
  await add(page, 1510, 'Live tap of a water main');
  await page.goto('/bench/1511');
  await goToStep(page, 'Rod released');
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('“Drill” comes first.');
  await expect(
    step(page, 'Rod released')
      .getByRole('group', { name: /Released under control/ })
      .getByRole('button', { name: 'Yes' }),
  ).toBeDisabled();
  const own: Answers = [
    [/Opens/, 'clockwise'],
    [/Pipe is of/, 'PE'],
    [/Outside diameters/, '160.1 160.3 160.2 160.3'],
  ];
  await goToStep(page, 'Fitting');
  await makeUntil(page, 'Rod released', own);
  await answerStep(page, [[/Rod held by/, 'by hand'], ...LABEL]);
  await expect(step(page, 'Rod released')).toContainText('pushed out with 295 N, held by hand');
  await goToStep(page, 'Shut-off proved');
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('“Rod released” comes first.');
  await goToStep(page, 'Rod released');
  await choose(page, 'Rod held by', /screw and lock/);
  await makeFitting(page, own, 'Rod released');
  await accepted(page, 1511);
  expect(await faults(page)).toEqual([]);
});

test('a break wrapped round: it weeps when the line is filled, the pressure goes down first, and 120 % cures it', async ({ page }) => {
  await signIn(page, 'vera');
  await page.goto('/bench/1506');
  await makeUntil(page, 'Bolts');
  await makeFitting(page, [[/With the line filled again/, 'it weeps']], 'Bolts');
  await accepted(page, 1506);
  await goToStep(page, 'Once more');
  await expect(step(page, 'Once more')).toContainText('Tightened once, with the pressure down.');
  // and where it was not cured: it comes apart
  await goToStep(page, 'Filled once more');
  await choose(page, 'With the line filled once more', 'it weeps');
  await expect(step(page, 'Filled once more')).toContainText('Take it apart.');
  await expect(page.getByText('accepted · judged by')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Cut out and make again' })).toBeVisible();
});

test('every other kind is made once: flange adaptor, flange, spool, and the fittings of a gas service', async ({ page }) => {
  await signIn(page, 'vera');
  for (const joint of [1505, 1507, 1508]) {
    await page.goto(`/bench/${joint}`);
    const taken: string[] = [];
    const note = (request: Request) =>
      request.url().endsWith('/entries') && taken.push(/"key":"\w+","row":\{"pass":\d+,"bolt":\d+\}/.exec(request.postData() ?? '')?.[0] ?? '');
    page.on('request', note);
    await makeFitting(page, [[/Distance at the fins|Gap between the flanges/, '20 20.5 20 20.5']]);
    await accepted(page, joint);
    page.off('request', note);
    // Found: between the answer and the picture the same bolt was lit once more, and a fast tap entered it twice.
    const bolts = taken.filter((row) => row !== '');
    expect(bolts.length).toBeGreaterThan(10);
    expect(bolts, 'a bolt entered twice').toEqual([...new Set(bolts)]);
  }
  for (const joint of [1601, 1602, 1603]) {
    await page.goto(`/bench/${joint}`);
    await makeFitting(page, [
      [/Label: Smallest/, '60'],
      [/Label: Largest/, '66'],
      [/Label: Torque/, '11'],
      [/torque wrench/, 'Wrench 4 to 25 (TW-31)'],
      [/Pipe is of/, 'PE'],
      [/Outside diameters/, '63.1 63.2 63.1 63.2'],
    ]);
    await accepted(page, joint);
  }
});

import { expect, test, type Page } from '@playwright/test';
import { coolAndRelease, goToStep, lookAtIt, prepareJoint, readLabel, release, scan, series, signIn, signOut } from './crew';
import { makeByTouch, SHEET } from './touches';

const take = async (page: Page, name: string, top = 0) => {
  await page.evaluate((y) => window.scrollTo(0, y), top);
  await page.waitForTimeout(500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};

test('pictures of every main view', async ({ page }) => {
  await signIn(page, 'ada');
  await take(page, 'line');
  await page.setViewportSize({ width: 390, height: 844 });
  await take(page, 'line-phone');
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto('/bench/9');
  await goToStep(page, 'Diameters');
  await series(page, 'End A: outside diameters', [178.9, 179.9, 182.4, 181.0]);
  await series(page, 'End B: outside diameters', [180.4, 180.2, 180.3, 180.5]);
  await take(page, 'bench-dial');

  await page.goto('/bench/1502');
  const clicked = page.getByRole('button', { name: /: it clicked$|^Wrench is set to / });
  for (let k = 0; k < 14; k++) {
    const before = (await clicked.textContent()) ?? '';
    await clicked.click();
    await expect(clicked).not.toHaveText(before);
  }
  await take(page, 'bolt-wheel');
  await page.goto('/bench/1502');
  await goToStep(page, 'In place');
  await take(page, 'setting-gap');
  await page.goto('/bench/1509');
  await goToStep(page, 'Rod released');
  await take(page, 'live-tap');

  await page.goto('/line/903');
  await page.getByRole('link', { name: 'Set-out' }).click();
  await page.getByRole('table', { name: 'Joints as planned' }).waitFor();
  await take(page, 'setout');
  await page.goto('/bench/904');
  await goToStep(page, 'Feeler sweep');
  await series(page, "Feeler depth, from 12 o'clock", [62, 61.5, 62, 62.5, 69, 74, 63, 62, 61.5, 62, 62, 62.5]);

  await page.goto('/reckon/repair.spool?cut_out_mm=1200&gap_mm=30&in=metric');
  await page.getByRole('table', { name: 'Result' }).waitFor();
  await page.waitForTimeout(600);
  await page.screenshot({ path: 'docs/screenshots/reckon.png' });

  const fuse = async (joint: number, picture: boolean) => {
    await page.goto(`/bench/${joint}`);
    await prepareJoint(page, { a: [180.6, 180.2, 180.1, 180.3], b: [180.4, 180.3, 180.2, 180.3] });
    if (picture) {
      await goToStep(page, 'Label');
    }
    await scan(page);
    await readLabel(page);
    await goToStep(page, 'Fuse');
    await page.getByRole('button', { name: 'Start fusion' }).click();
    await page.getByRole('timer').waitFor();
    if (picture) {
      await page.waitForTimeout(8000);
      await take(page, 'bench-fusing');
    }
    await page.getByText('The control unit ended the fusion itself.').waitFor({ timeout: 30_000 });
    await coolAndRelease(page);
    await lookAtIt(page);
  };
  await fuse(8, true);
  await fuse(9, false);
  await page.goto('/bench/7');
  await release(page);
  await lookAtIt(page);
  await page.goto('/bench/11');
  await goToStep(page, 'Fuse');
  await page.getByRole('button', { name: 'Nonconformance' }).click();
  await page.getByLabel(/What is wrong, and/).fill('The fusion broke off half way: the lead was loose.');
  await page.getByRole('button', { name: 'Raise it' }).click();
  await page.goto('/office/nonconformances');
  await page.getByRole('list', { name: 'Nonconformances' }).getByRole('listitem').first().waitFor();
  await take(page, 'nonconformance');
  await page.goto('/bench/11');
  await page.getByRole('button', { name: 'Cut out and make again' }).click();
  await page.getByLabel('Off P211').fill('0.4');
  await page.getByLabel('Off P212').fill('0.6');
  await page.getByLabel(/What was wrong/).fill('The fusion broke off half way.');
  await take(page, 'cut-out');

  await page.goto('/line/1706');
  await page.getByRole('link', { name: 'Cover' }).click();
  await goToStep(page, 'Inside, at the crown');
  await take(page, 'cover-inside', 200);
  await page.getByRole('button', { name: /^Manhole 1 to pipe 3/ }).click();
  await goToStep(page, 'Over the crown');
  await take(page, 'cover-section');
  await page.getByRole('link', { name: 'Yard' }).click();
  await page.getByRole('table', { name: 'Need and stock' }).waitFor();
  await take(page, 'yard');
  await signOut(page);
  await signIn(page, 'root');
  await page.goto('/office/job');
  await page.getByRole('button', { name: 'Set up another job' }).click();
  await page.getByLabel('Job number').fill('T-101');
  await page.getByLabel('Title').fill('Orchard Row renewal');
  await take(page, 'set-up');
  await signOut(page);
  await signIn(page, 'vera');
  await page.goto('/rules');
  await page.getByRole('button', { name: 'Change: Least scrape depth, radial' }).click();
  await page.getByLabel('New value').fill('0.25');
  await page.getByLabel('Why (stays visible for ever)').fill('Owner asks for 0.25 mm on this contract');
  await page.getByRole('button', { name: /Make it the job.s limit/ }).click();
  await page.getByText('Changed by Vera Holm').waitFor();
  await page.getByLabel('Find a limit').fill('scrape');
  await take(page, 'rules');
  await signOut(page);
  await signIn(page, 'tom');
  await page.goto('/test/O1');
  await page.getByRole('region', { name: 'Plan' }).waitFor();
  await page.getByRole('button', { name: 'Plan this test' }).click();
  await page.getByRole('combobox', { name: 'Speed' }).click();
  await page.getByRole('option', { name: '600 times', exact: true }).click();
  await page.getByRole('button', { name: 'Start with the simulated logger' }).click();
  await page.getByLabel(/Note on the trace/).waitFor();
  await page.waitForTimeout(8000);
  await page.getByLabel(/Note on the trace/).fill('vent at 10 m closed');
  await page.getByRole('button', { name: 'Note it' }).click();
  await page.waitForTimeout(6000);
  await take(page, 'test-trace');
  await signOut(page);
  await signIn(page, 'vera');
  await page.goto('/rules?part=holds');
  await page.getByRole('button', { name: 'Put up another' }).click();
  await page.getByRole('combobox', { name: 'The work waits' }).click();
  await page.getByRole('option', { name: 'Before backfill' }).click();
  await page.getByRole('checkbox', { name: 'Inspector' }).check();
  await page.getByLabel('Why (stays visible for ever)').fill('The owner looks at every joint before it is covered');
  await page.getByRole('button', { name: 'Put it up from now on' }).click();
  await page.getByRole('listitem', { name: 'Before backfill' }).waitFor();
  await signOut(page);
  await signIn(page, 'ines');
  await page.goto('/office/hold-points');
  const waiting = page.getByRole('form', { name: 'Sign hold points' }).getByRole('checkbox');
  await waiting.first().check();
  await waiting.nth(1).check();
});

test('pictures of lists and of the shift sheet', async ({ page }) => {
  await signIn(page, 'ada', 'list');
  await page.goto('/bench/14');
  await page.getByRole('link', { name: /^Shift sheet/ }).click();
  await page.getByRole('button', { name: /^Begin today/ }).click();
  await makeByTouch(page, SHEET, /^accepted/);
  await page.getByRole('link', { name: 'To joint 14' }).click();
  await page.getByRole('region', { name: 'From the shift sheet' }).waitFor();
  await take(page, 'bench-list');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('region', { name: 'From the shift sheet' }).getByRole('button').click();
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Inspect/ })
    .click();
  await page.getByRole('region', { name: 'Is this so?' }).waitFor();
  await take(page, 'bench-list-phone');
});

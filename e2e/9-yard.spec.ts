import { expect, test, type Page } from '@playwright/test';
import { faults } from './axe';
import { choose, goToStep, number, signIn, step, toMain, yes } from './crew';
import { row } from './rows';

const need = (page: Page) => page.getByRole('table', { name: 'Need and stock' }).getByRole('row', { name: /PVC PN 10 DN 300/ });

test('a delivery is counted and signed before it is unloaded; two rejects change what the plan can use, and a number is picked from the yard', async ({
  page,
}) => {
  await signIn(page, 'vera');
  await toMain(page, 'Staithe sewer');
  await page.getByRole('link', { name: 'Yard' }).click();
  await expect(need(page)).toBeVisible();
  const short = async () => Number(((await need(page).getByRole('cell').nth(4).textContent()) ?? '').replace('–', '0'));
  const before = await short();
  const here = Number(await need(page).getByRole('cell').nth(3).textContent());
  await page.getByRole('link', { name: 'Deliveries' }).click();
  const form = page.getByRole('form', { name: 'Record a delivery' });
  await form.getByLabel('Delivery note and supplier').fill('Note 5531, Alder Pipes');
  await form.getByRole('button', { name: 'Receive it' }).click();
  await goToStep(page, 'Unload and stack');
  await expect(page.getByRole('status', { name: 'This step is shut' })).toContainText('signed before anything is lifted off');
  await goToStep(page, 'Against the order');
  await row(page, 'Line', [
    ['What', 'PVC PN 10 DN 300'],
    ['Ordered', '4'],
    ['Came', '3'],
  ]);
  await expect(step(page, 'Against the order')).toContainText('1 of PVC PN 10 DN 300 short.');
  await row(page, 'Line', [
    ['What', 'PVC PN 10 DN 300'],
    ['Ordered', '4'],
    ['Came', '4'],
  ]);
  await yes(page, 'Size, class and stamp as ordered, on every piece?');
  await choose(page, 'Condition', 'all sound');
  await goToStep(page, 'Delivery note');
  await yes(page, 'Signed, with everything short or damaged written on it?');
  await goToStep(page, 'Unload and stack');
  await yes(page, 'Lifted off, nothing dropped, nobody under the load?');
  await number(page, 'Height of the stack', '2.4');
  await expect(step(page, 'Unload and stack')).toContainText('at most 1.5 m allowed');
  await number(page, 'Height of the stack', '1.2');
  await yes(page, 'On bearers, chocked at both ends?');
  await choose(page, 'Kept', 'under cover');
  await goToStep(page, 'Piece by piece');
  for (const n of ['1', '2', '3', '4'])
    await row(page, 'Pipe', [
      ['Pipe', 'PVC PN 10 DN 300'],
      ['Number on the pipe', `AL-80${n}`],
      ['Length', '6'],
      ['Condition', 'sound'],
    ]);
  await page.getByRole('link', { name: 'Stock', exact: true }).click();
  await expect(need(page).getByRole('cell').nth(3)).toHaveText(String(here + 4));
  await page.getByRole('link', { name: 'Rejects', exact: true }).click();
  for (const pipe of ['AL-801', 'AL-802']) {
    await page.getByLabel('Number or stamp on the pipe').fill(pipe);
    await page.getByRole('combobox', { name: 'Reason' }).click();
    await page.getByRole('option', { name: 'cracked or chipped' }).click();
    await page.getByRole('button', { name: 'Reject it' }).click();
    await expect(page.getByRole('list', { name: 'Rejected pipes' })).toContainText(pipe);
  }
  const note = await page.request.get((await page.getByRole('link', { name: 'Return note as PDF' }).getAttribute('href')) ?? '');
  expect((await note.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await page.getByRole('link', { name: 'Stock', exact: true }).click();
  await expect(need(page).getByRole('cell').nth(3)).toHaveText(String(here + 2));
  expect(await short()).toBe(Math.max(0, before - 2));
  expect(await faults(page)).toEqual([]);

  // onto the line, out of the yard: the rejected one is refused, the sound one is found again at its joint
  await page.goto('/line/1707');
  await page.getByRole('button', { name: 'Numbers on the pipes' }).click();
  const numbers = page.getByRole('form', { name: 'Numbers' });
  const after = numbers.getByRole('combobox', { name: 'Pipe after it' });
  await after.fill('AL-801');
  await numbers.getByRole('button', { name: 'Keep' }).click();
  await expect(numbers).toContainText('Pipe AL-801 was rejected');
  await after.fill('AL-80');
  await page.getByRole('option', { name: 'AL-803' }).click();
  await numbers.getByRole('button', { name: 'Keep' }).click();
  await expect(numbers).toBeHidden();
  await page.getByRole('link', { name: 'Yard' }).click();
  await page.getByLabel('Where is this pipe?').last().fill('AL-803');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByRole('form', { name: 'Where is this pipe?' })).toContainText('came with “Note 5531, Alder Pipes”');
  await expect(page.getByRole('form', { name: 'Where is this pipe?' })).toContainText('Joint 1707, Staithe sewer');
});

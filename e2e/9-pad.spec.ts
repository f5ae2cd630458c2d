import { expect, test, type Page } from '@playwright/test';
import { goToStep, saved, signIn, step } from './crew';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

const pad = (page: Page) => page.getByRole('region', { name: 'Number pad' });

async function tap(page: Page, keys: string) {
  for (const key of keys) await pad(page).getByRole('button', { name: key, exact: true }).tap();
}

test('on a touch screen a pad of large keys types, says the value back with its unit, and goes on to the next field', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/16');
  await expect(pad(page)).toBeHidden();
  await page.getByRole('textbox', { name: 'Air temperature' }).tap();
  await expect(pad(page)).toBeVisible();
  for (const key of await pad(page).getByRole('button').all()) {
    const box = await key.boundingBox();
    expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(56);
  }
  await tap(page, '14,5');
  await expect(pad(page)).toContainText('14,5 °C');
  const reply = await saved(page);
  await pad(page).getByRole('button', { name: 'Next' }).tap();
  expect((await reply()).status()).toBe(201);
  await expect(page.getByRole('textbox', { name: 'Pipe surface temperature' })).toBeFocused();
  await tap(page, '9');
  await pad(page).getByRole('button', { name: 'Above or below zero' }).tap();
  await expect(pad(page)).toContainText('-9 °C');
  await pad(page).getByRole('button', { name: 'Take the last digit back' }).tap();
  await tap(page, '4');
  await pad(page).getByRole('button', { name: 'Next' }).tap();
  await expect(page.getByRole('textbox', { name: 'Fitting temperature' })).toBeFocused();

  // what stands in a field is written over by the first digit, not continued
  await page.getByRole('textbox', { name: 'Air temperature' }).tap();
  await expect(pad(page)).toContainText('14.5 °C');
  await tap(page, '15');
  await expect(pad(page)).toContainText('15 °C');

  await goToStep(page, 'Diameters');
  const first = page.getByRole('group', { name: 'End A: outside diameters' }).getByRole('textbox').first();
  await first.tap();
  await tap(page, '180.2');
  await pad(page).getByRole('button', { name: 'Next' }).tap();
  await expect(page.getByRole('group', { name: 'End A: outside diameters' }).getByRole('textbox').nth(1)).toBeFocused();
  await expect(first).toHaveValue('180.2');
});

test('the next field has the keys in the same moment in which Enter is pressed', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/16');
  const air = page.getByRole('textbox', { name: 'Air temperature' });
  await air.fill('14');
  const reply = await saved(page);
  const has = await air.evaluate((box) => {
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    return document.activeElement instanceof HTMLInputElement ? document.activeElement.labels?.[0]?.textContent : null;
  });
  expect(has).toMatch(/^(Pipe surface|Fitting) temperature$/); // whichever is still empty
  await reply();
});

test('a clock that ends calls, says what to do, and leads there; without signal a list that is confirmed is kept', async ({ page, context }) => {
  await signIn(page, 'ada', 'list');
  await page.goto('/bench/16');
  const call = page.getByRole('status', { name: 'It is time' });
  await expect(page.getByRole('region', { name: 'Is this so?' })).toBeVisible();
  await page.waitForLoadState('networkidle');
  await expect(call).toBeHidden();
  const clock = page
    .getByRole('complementary', { name: 'Clocks' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: /Simulated: put clock to/ }) })
    .first();
  await expect(clock).toBeVisible();
  await clock.getByRole('button', { name: /Simulated: put clock to/ }).tap();
  await expect(call.first()).toContainText('is over.');
  for (const seen of await call.getByRole('button', { name: 'Seen' }).all()) await seen.tap();
  await expect(call).toHaveCount(0);

  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Inspect/ })
    .tap();
  await context.setOffline(true);
  await page.getByRole('button', { name: /^Confirm all/ }).tap();
  await expect(page.getByText('Kept on this device; judged when the connection is back.').first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Confirm all/ })).toBeHidden();
  const sent = await saved(page);
  await context.setOffline(false);
  expect((await sent()).status()).toBe(201);
});

// Found: a call stood over the bench until somebody pressed it away, also when what it called for had long been done.
test('a call is over when what it calls for is done; one that asks for nothing stays until somebody has seen it', async ({ page }) => {
  await signIn(page, 'ada', 'list');
  let done = false;
  let due = '';
  await page.route('**/api/v1/jobs/*/clocks', async (route) => {
    const answer = await route.fetch();
    const body = (await answer.json()) as { now: string; clocks: unknown[] };
    due ||= new Date(Date.parse(body.now) + 2500).toISOString();
    const clock = { then: 'Go there', source: 'common practice', starts_at: body.now, due_at: due, joint_id: 'none', joint_number: 9 };
    const wait = { ...clock, id: 'w', title: 'Solvent drying', kind: 'wait', needs_hand: true };
    const passive = { ...clock, id: 'p', title: 'Wait before backfill', kind: 'passive', needs_hand: false };
    await route.fulfill({ response: answer, json: { ...body, clocks: done ? body.clocks : [wait, passive, ...body.clocks] } });
  });
  await page.goto('/bench/9');
  const call = page.getByRole('status', { name: 'It is time' });
  await expect(call.filter({ hasText: 'Solvent drying is over' })).toBeVisible();
  await expect(call.filter({ hasText: 'Wait before backfill is over' })).toBeVisible();
  done = true;
  await expect(call.filter({ hasText: 'Solvent drying is over' })).toBeHidden();
  await expect(call.filter({ hasText: 'Wait before backfill is over' })).toBeVisible();
});

test('what was written on paper first stands at its own time, and a number nobody expects is asked about', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/14');
  await goToStep(page, 'Inspect');
  await page.getByRole('button', { name: 'Written on paper first?' }).click();
  const time = page.getByLabel('Done at');
  await expect(time).toBeFocused();
  const [day, clock] = (await time.inputValue()).split('T') as [string, string];
  const minutes = Math.max(0, Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3)) - 20);
  const at = `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
  await time.fill(`${day}T${at}`);
  const gouge = page.getByRole('textbox', { name: 'End A: deepest gouge' });
  await gouge.fill('12');
  await gouge.press('Enter');
  const asked = page.getByRole('alertdialog', { name: /Is that right\? End A: deepest gouge/ });
  await expect(asked).toContainText('Usual here is');
  await asked.getByRole('button', { name: '1.2 mm' }).click();
  await expect(asked).toBeHidden();
  await expect(gouge).toHaveValue('1.2');
  await expect(step(page, 'Inspect')).toContainText(`From paper: done ${at}`);
});

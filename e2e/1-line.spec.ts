import { expect, test } from '@playwright/test';
import { faults } from './axe';
import { signIn } from './crew';

test('a wrong password is refused in words and what was typed stays', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Sign-in name').fill('ada@demo');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('do not go together');
  await expect(page.getByLabel('Sign-in name')).toHaveValue('ada@demo');
});

test('a jointer lands on the line, sees what is made, cooling and next, and walks it', async ({ page }) => {
  await signIn(page, 'ada');
  await expect(page).toHaveURL(/\/line\/8$/);
  await expect(page.getByRole('heading', { name: 'Joint 8 – next' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Joint 6, accepted' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Joint 7, cooling' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Joint 11, stopped' })).toBeVisible();
  const clocks = page.getByRole('complementary', { name: 'Clocks' });
  await expect(clocks.getByRole('listitem').filter({ hasText: 'Joint 7' }).first()).toBeVisible();
  await expect(clocks).toContainText('Cooling, clamps stay on');

  await page.locator('body').press('ArrowLeft');
  await expect(page.getByRole('heading', { name: 'Joint 7' })).toBeVisible();
  await page.locator('body').press('ArrowRight');
  await page.locator('body').press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Joint 9' })).toBeVisible();

  await page.locator('body').press('1');
  await page.keyboard.type('1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Joint 11' })).toBeVisible();
  await expect(page.getByText('The fusion did not run to its end: stopped by operator.')).toBeVisible();
  await page.locator('body').press('/');
  await page.keyboard.type('99');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('No such joint')).toBeVisible();
});

test('the main lies from above beside its joints as a table; a press on a count shows those alone', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/line/904');
  const table = page.getByRole('table', { name: 'Joints' });
  await expect(table).toHaveAttribute('aria-rowcount', '23');
  await expect(table.getByRole('row').filter({ hasText: '902' })).toContainText('Ada Brook');
  await expect(table.getByRole('row').filter({ hasText: '904' })).toContainText('Begin');
  expect(await table.getByRole('row').count()).toBeLessThan(22); // only what is in sight is drawn
  const count = page.getByRole('group', { name: 'Joints by state' }).getByRole('button', { name: '3 accepted' });
  await count.click();
  await expect(table).toHaveAttribute('aria-rowcount', '4');
  await expect(count).toHaveAttribute('aria-pressed', 'true');
  await table.getByRole('button', { name: 'Joint 902: accepted' }).click();
  await expect(page.getByRole('heading', { name: 'Joint 902' })).toBeVisible();
  await expect(page.getByRole('button', { name: '902 from above, accepted' })).toBeVisible();
  await count.click();
  await expect(table).toHaveAttribute('aria-rowcount', '23');
  await page.goto('/line/11');
  await expect(table.getByRole('row').filter({ hasText: 'stopped' })).toContainText('Cut out, or overrule');
  await expect(page.getByText('test from')).toHaveCount(0); // nobody is told when a stopped joint may be tested
});

test('keys change the view and the help lists them', async ({ page }) => {
  await signIn(page, 'ada');
  await page.locator('body').press('?');
  await expect(page.getByRole('dialog')).toContainText('walk from joint to joint');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.locator('body').press('g');
  await page.locator('body').press('t');
  await expect(page).toHaveURL(/\/test\/A$/);
  await page.locator('body').press('g');
  await page.locator('body').press('b');
  await expect(page).toHaveURL(/\/bench\/\d+$/);
});

test('the clock of the cooling joint runs', async ({ page }) => {
  await signIn(page, 'ada');
  const left = page.getByRole('complementary', { name: 'Clocks' }).getByRole('listitem').filter({ hasText: 'Earliest pressure test' }).locator('.num').first();
  const before = await left.textContent();
  await expect(left).not.toHaveText(before ?? '', { timeout: 5000 });
});

for (const [name, path] of [
  ['line', '/line/8'],
  ['bench', '/bench/8'],
  ['bench of a stopped joint', '/bench/11'],
  ['test', '/test/A'],
  ['a large bore', '/bench/101'],
  ['rules', '/rules'],
  ['reckoner', '/reckon'],
] as const) {
  for (const scheme of ['light', 'dark'] as const) {
    test(`${name} in ${scheme} has no accessibility faults that axe can find`, async ({ page }) => {
      await signIn(page, 'ada');
      await page.evaluate((mode) => localStorage.setItem('mui-mode', mode), scheme);
      await page.goto(path);
      await expect(page.getByRole('main')).toBeVisible();
      await expect(page.getByRole('progressbar')).toHaveCount(0);
      await page.waitForTimeout(500);
      expect(await faults(page)).toEqual([]);
    });
  }
}

for (const width of [390, 820, 1280]) {
  test(`nothing runs out of the page at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 844 });
    await signIn(page, 'ada');
    for (const path of ['/line/8', '/bench/8', '/test/A', '/line/202', '/bench/101', '/rules', '/reckon']) {
      await page.goto(path);
      await expect(page.getByRole('main')).toBeVisible();
      await page.waitForTimeout(400);
      expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), path).toBeLessThanOrEqual(0);
    }
  });
}

test('on a phone the line is a row of neighbours', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'ada');
  const neighbours = page.getByRole('navigation', { name: 'Neighbouring joints' });
  await expect(neighbours.getByRole('button')).toHaveCount(3);
  await neighbours.getByRole('button', { name: /^Joint 9,/ }).click();
  await expect(page.getByRole('heading', { name: 'Joint 9' })).toBeVisible();
});

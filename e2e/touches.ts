import { expect, type Locator, type Page } from '@playwright/test';
import { saved } from './crew';

/** What a crew reads off and types, by a piece of “step: label”; the first that fits. Series are given value by value. */
export type Read = [RegExp, string][];

/** What holds for the shift. */
export const SHEET: Read = [
  [/Control unit/, 'Unit North'],
  [/Air temperature/, '14'],
  [/Generator size/, '20'],
  [/Cleaning agent/, 'isopropanol ≥ 96'],
  [/Kept until now/, 'dark and cool'],
  [/Temperature of the gasket/, '14'],
  [/Slings used/, '2'],
  [/Mark on an uncut spigot/, '120'],
  [/Second line on an uncut spigot/, '135'],
  [/Inside length of the bell/, '120'],
  [/pipes are drawn in/, 'with restraints'],
  [/Circuits/, 'two'],
  [/Preheated before/, 'yes, by a code'],
  [/Greatest deflection by the maker/, '1'],
  [/Lubricant used/, "the maker's, clean"],
  [/Pushed with/, 'lever hoists'],
];

export interface Touches {
  presses: number;
  fields: number;
}

const WAITS = /Simulated: put clock to/;

/**
 * Makes the joint in sight as a good crew does whom nothing slows down: confirms lists as they stand, answers by itself what stands on none, and goes where
 * the application leads. Counts what a hand does; what only a simulation asks (its speed, its clock) is not counted.
 */
export async function makeByTouch(page: Page, read: Read, until: RegExp): Promise<Touches> {
  const count = { presses: 0, fields: 0 };
  const card = page.locator('main section').filter({ has: page.getByRole('heading', { level: 1 }) });
  const press = async (button: Locator) => {
    const reply = await saved(page);
    if (process.env.DIASTOMA_TOUCHES) console.log(`  ${await page.locator('main section h1').first().textContent()}: ${await button.textContent()}`);
    await button.click();
    count.presses++;
    const answer = await reply();
    expect(answer.status(), answer.request().postData() ?? '').toBeLessThan(300);
  };
  const scanned = new Set<string>(); // steps whose code has been read
  const list = card.getByRole('region', { name: 'Is this so?' });
  const standing = page.getByText(/· judged by/);
  for (let turn = 0; turn < 260; turn++) {
    await expect(card).toBeVisible();
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(150); // what came last is drawn
    if (until.test((await standing.textContent()) ?? '')) return count;
    const shift = page.getByRole('region', { name: 'From the shift sheet' }).getByRole('button');
    if (await shift.isVisible()) {
      await press(shift);
      continue;
    }
    const shut = page.getByRole('status', { name: 'This step is shut' });
    if (await shut.isVisible()) {
      await shut.getByRole('button', { name: WAITS }).click();
      await expect(shut).toBeHidden();
      continue;
    }
    if (await list.isVisible()) {
      const all = list.getByRole('button', { name: /^Confirm|^Not before/ });
      if (await all.isDisabled()) await pass(page, all);
      await press(all);
      continue;
    }
    if (await answerMissing(page, card, read, count, press, scanned)) continue;
    const fuse = card.getByRole('button', { name: /^Start (fusion|preheat)/ });
    if (await fuse.isVisible()) {
      await card.getByRole('combobox', { name: 'Speed' }).click();
      await page.getByRole('option', { name: '200 times' }).click();
      const title = (await card.getByRole('heading', { level: 1 }).textContent()) ?? '';
      await fuse.click();
      count.presses++;
      await expect(card.getByRole('heading', { level: 1 })).not.toHaveText(title, { timeout: 30_000 });
      continue;
    }
    const next = page.getByRole('button', { name: /^Next: / });
    if (await next.isVisible()) {
      await next.click();
      count.presses++;
      continue;
    }
    throw new Error(`Nothing to do at ${await card.getByRole('heading', { level: 1 }).textContent()}`);
  }
  throw new Error('It never ends');
}

/** Waits a clock out by putting the simulated one forward. */
async function pass(page: Page, until: Locator) {
  const clocks = page.getByRole('complementary', { name: 'Clocks' });
  for (let k = 0; k < 4 && (await until.isDisabled()); k++) {
    const mine = clocks.getByRole('listitem').filter({ has: page.getByText(`Joint ${page.url().split('/').pop()}`, { exact: true }) });
    await mine.getByRole('button', { name: WAITS }).last().click();
    await page.waitForResponse((reply) => reply.url().includes('/clock'));
    await page.waitForTimeout(1200);
  }
}

/** Whether something was missing, and was answered: one number, one row of numbers, one yes, one choice or one moment. */
async function answerMissing(
  page: Page,
  card: Locator,
  read: Read,
  count: Touches,
  press: (b: Locator) => Promise<void>,
  scanned: Set<string>,
): Promise<boolean> {
  const heading = (await card.getByRole('heading', { level: 1 }).textContent()) ?? '';
  const said = (label: string) => {
    const found = read.find(([pattern]) => pattern.test(`${heading}: ${label}`))?.[1];
    if (found === undefined) throw new Error(`No answer for “${label}”`);
    return found;
  };
  const one = card.locator('[data-missing]').first();
  const scan = card.getByRole('button', { name: /^Scan (it|the sample fitting)$/ }).first();
  const title = `${heading} ${await card.locator('p').first().textContent()}`;
  if (!scanned.has(title) && (await scan.isVisible())) {
    scanned.add(title);
    await press(scan);
    return true;
  }
  if (!(await one.isVisible())) return false;
  const boxes = one.getByRole('textbox');
  const yes = one.getByRole('button', { name: 'Yes', exact: true });
  const now = one.getByRole('button', { name: / – now$/ });
  if ((await boxes.count()) > 0) {
    const n = await boxes.count();
    const label = n > 1 ? ((await one.getByRole('group').first().getAttribute('aria-label')) ?? '') : await labelOf(boxes.first());
    const values = said(label).split(' ');
    const reply = await saved(page);
    await boxes.first().focus();
    for (let k = 0; k < n; k++) {
      await page.keyboard.type(values[k % values.length] ?? '');
      await page.keyboard.press('Enter');
      count.fields++;
      if (k < n - 1) await expect(boxes.nth(k + 1)).toBeFocused(); // Enter goes on by itself
    }
    expect((await reply()).status(), label).toBeLessThan(300);
  } else if (await yes.isVisible()) {
    await press(yes);
  } else if (await now.isVisible()) {
    await press(now);
  } else {
    const choice = one.getByRole('combobox');
    const label = await choice.evaluate((e) =>
      (e.getAttribute('aria-labelledby') ?? '')
        .split(' ')
        .map((id) => document.getElementById(id)?.textContent ?? '')
        .join(' '),
    );
    await choice.click();
    count.presses++;
    await press(page.getByRole('option', { name: new RegExp(said(label)) }));
  }
  return true;
}

const labelOf = (box: Locator) => box.evaluate((e) => (e as HTMLInputElement).labels?.[0]?.textContent ?? '');

/** Opens a joint whose place has a shift sheet. */
export async function afterSheet(page: Page, joint: number) {
  await page.goto(`/bench/${joint}`);
  const sheet = page.getByRole('link', { name: /^Shift sheet/ });
  const offered = page.getByRole('region', { name: 'From the shift sheet' });
  await expect(page.getByText(new RegExp(`^Joint ${joint} ·`))).toBeVisible();
  await page.waitForTimeout(500);
  if (!(await sheet.isVisible()) || (await offered.isVisible())) return;
  await sheet.click();
  const begin = page.getByRole('button', { name: /^Begin today/ });
  await expect(begin.or(page.getByRole('link', { name: `To joint ${joint}` })).first()).toBeVisible();
  if (await begin.isVisible()) {
    await begin.click();
    await makeByTouch(page, SHEET, /^accepted/);
  }
  await page.getByRole('link', { name: `To joint ${joint}` }).click();
}

/** Counts what a hand does from here on: each button, choice and field that is used. */
export async function countTouches(page: Page): Promise<() => Promise<Touches>> {
  await page.evaluate(() => {
    const count = { presses: 0, fields: 0 };
    Object.assign(window, { touches: count });
    document.addEventListener(
      'click',
      (e) => e.target instanceof Element && e.target.closest('button, a, [role=option], [role=combobox]') && count.presses++,
      true,
    );
    document.addEventListener('change', (e) => e.target instanceof HTMLInputElement && e.target.type === 'text' && count.fields++, true);
  });
  return () => page.evaluate(() => (window as unknown as { touches: Touches }).touches);
}

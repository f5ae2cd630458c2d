import { expect, type Page } from '@playwright/test';
import { goToStep, saved } from './crew';

/** What a crew answers, by a piece of the label; the first that fits. Yes to every question unless it says otherwise. */
export type Answers = [RegExp, string][];

const GOOD: Answers = [
  [/Kept until now/, 'dark and cool, lying flat'],
  [/Temperature of the gasket/, '14'],
  [/Slings used/, '2'],
  [/The end was/, 'made at the factory'],
  [/Mark on an uncut spigot/, '120'],
  [/Second line on an uncut spigot/, '135'],
  [/Second line from the end/, '135'],
  [/Inside length of the bell/, '120'],
  [/Mark from the end/, '120'],
  [/Loops formed/, '3'],
  [/Lubricant used/, "the maker's, clean"],
  [/Angle while inserting/, '0.5'],
  [/Off the grade line/, '2'],
  [/Top mark off/, '2'],
  [/Pushed with/, 'lever hoists or winch'],
  [/stands clear of the bell|short of the/, '2'],
  [/Segments by the maker/, '8'],
  [/Locking segments in place/, '8'],
  [/Greatest deflection by the maker/, '1'],
  [/Deflection measured by/, 'left straight'],
  [/Length of the chamfer/, '30'],
  [/Angle of the chamfer/, '15'],
  [/Temperature of the sealant/, '14'],
  [/Gap of a closed joint by the maker/, '15'],
];
/** Left to the journeys that want them. */
const OPTIONAL = /\(if any\)|if not \d|torque read|Greatest torque|Why you accept/;
const said = (answers: Answers, label: string) => answers.find(([pattern]) => pattern.test(label))?.[1];

/** Answers everything that the step in sight still asks. */
export async function answerStep(page: Page, own: Answers = []) {
  const answers = [...own, ...GOOD];
  const card = page
    .locator('main section')
    .filter({ has: page.getByRole('heading', { level: 1 }) })
    .first();
  await expect(card.getByRole('heading', { level: 1 })).toBeVisible();
  for (let turn = 0; turn < 14; turn++) {
    let done = true;
    for (const group of await card.getByRole('group').all()) {
      const yes = group.getByRole('button', { name: 'Yes' });
      if ((await yes.count()) === 1 && (await group.locator('[aria-pressed=true]').count()) === 0) {
        const label = (await group.getAttribute('aria-labelledby')) ?? '';
        const question = (await page.locator(`[id="${label}"]`).textContent()) ?? '';
        const reply = saved(page);
        const answer = group.getByRole('button', { name: said(own, question) ?? 'Yes' });
        await answer.click();
        expect((await reply).status(), question).toBeLessThan(300);
        await expect(answer).toHaveAttribute('aria-pressed', 'true'); // pressed twice it would say nothing
        done = false;
      }
    }
    for (const box of await card.getByRole('combobox').all()) {
      const label = await box.evaluate(
        (e) =>
          (e as HTMLElement)
            .getAttribute('aria-labelledby')
            ?.split(' ')
            .map((id) => document.getElementById(id)?.textContent ?? '')
            .join(' ') ?? '',
      );
      if (((await box.textContent()) ?? '').replace(/\u200b/g, '') !== '') continue;
      const option = said(answers, label);
      if (option === undefined) throw new Error(`No answer for “${label}”`);
      const reply = saved(page);
      await box.click();
      await page.getByRole('option', { name: option, exact: true }).click();
      expect((await reply).status(), label).toBeLessThan(300);
      await expect(box).toHaveText(option);
      done = false;
      break; // the step may ask other things now
    }
    for (const box of await card.getByRole('textbox').all()) {
      if (!(await box.isVisible()) || (await box.inputValue()) !== '') continue;
      const label = (await box.evaluate((e) => (e as HTMLInputElement).labels?.[0]?.textContent)) ?? '';
      if (/o'clock/.test(label) || OPTIONAL.test(label)) continue;
      const value = said(answers, label);
      if (value === undefined) throw new Error(`No answer for “${label}”`);
      const reply = saved(page);
      await box.fill(value);
      await box.press('Enter');
      expect((await reply).status(), `${label} = ${value}`).toBeLessThan(300);
      done = false;
      break;
    }
    for (const group of await card.getByRole('group').all()) {
      const boxes = group.getByRole('textbox');
      const n = await boxes.count();
      if (n < 2 || (await boxes.first().inputValue()) !== '') continue;
      const label = (await group.getAttribute('aria-label')) ?? '';
      const values = said(own, label)?.split(' ') ?? Array<string>(n).fill(/Feeler/.test(label) ? '62' : '15');
      const reply = saved(page);
      for (let k = 0; k < n; k++) await boxes.nth(k).fill(values[k] ?? '');
      await boxes.nth(n - 1).press('Enter');
      expect((await reply).status(), label).toBeLessThan(300);
      done = false;
    }
    if (done) return;
  }
}

/** On to the step that comes next; false where there is none. A stopped joint offers none: whoever goes on all the same picks the step. */
export async function goOn(page: Page): Promise<boolean> {
  const next = page.getByRole('button', { name: /^Next: / });
  const stopped = page.getByRole('status', { name: 'To do' });
  await expect(page.getByRole('button', { name: /^Next: |^Joint \d+ next$|^All joints made$/ }).or(stopped)).toBeVisible();
  if (await stopped.isVisible()) {
    const steps = page.getByRole('navigation', { name: 'Steps' }).getByRole('button');
    const current = await steps.evaluateAll((all) => all.findIndex((step) => step.getAttribute('aria-current') === 'step'));
    if (current === (await steps.count()) - 1) return false;
    await steps.nth(current + 1).click();
    await expect(steps.nth(current + 1)).toHaveAttribute('aria-current', 'step');
    return true;
  }
  if ((await next.count()) === 0) return false;
  const title = ((await next.textContent()) ?? '').replace('Next: ', '');
  await next.click();
  await expect(page.getByRole('region', { name: title, exact: true })).toBeVisible();
  return true;
}

/** Goes through every step of the joint in sight, from a step on; as far as one of a name, where it is given. */
export async function makeJoint(page: Page, own: Answers = [], from?: string, until?: RegExp) {
  if (from !== undefined) await goToStep(page, from);
  for (let k = 0; k < 20; k++) {
    const heading = page
      .locator('main section')
      .filter({ has: page.getByRole('heading', { level: 1 }) })
      .first()
      .getByRole('heading', { level: 1 });
    if (until !== undefined && until.test((await heading.textContent()) ?? '')) return;
    await answerStep(page, own);
    if (!(await goOn(page))) return;
  }
}

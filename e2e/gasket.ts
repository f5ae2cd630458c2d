import { expect, type Locator, type Page } from '@playwright/test';
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

/** What a step still asks, the first of it: looked up in one go, a browser asked a hundred small questions is slow. */
interface Open {
  kind: 'yes' | 'choice' | 'number' | 'series';
  label: string;
  /** which of the groups, boxes or lists of the step it is */
  nth: number;
  /** how many values it takes */
  values: number;
}

const CARD = 'main section:has(h1)';
const GROUPS = '[role=group]';
const LISTS = '[role=combobox]';
const BOXES = 'input:is(:not([type]), [type=text], [type=search]):not([aria-hidden]), textarea:not([aria-hidden])';

const openOf = (card: Locator, leave: string) =>
  card.evaluate(
    (section, [groups, lists, boxes, leave]) => {
      const all = <T extends Element>(within: Element, css: string) => [...within.querySelectorAll<T>(css)];
      const named = (e: Element) => (e.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id)?.textContent ?? '');
      const said = (e: Element) => e.getAttribute('aria-label') ?? named(e).join(' ');
      const open: Open[] = [];
      const inGroup = all(section, groups);
      inGroup.forEach((group, nth) => {
        const isQuestion = all(group, 'button').some((b) => b.textContent === 'Yes');
        if (isQuestion && group.querySelector('[aria-pressed=true]') === null) open.push({ kind: 'yes', label: said(group), nth, values: 1 });
      });
      all(section, lists).forEach((list, nth) => {
        if ((list.textContent ?? '').replace(/\u200b/g, '') === '') open.push({ kind: 'choice', label: named(list).join(' '), nth, values: 1 });
      });
      all<HTMLInputElement>(section, boxes).forEach((box, nth) => {
        const label = box.labels?.[0]?.textContent ?? '';
        if (box.value !== '' || box.offsetParent === null || box.getAttribute('role') === 'combobox' || /o.clock/.test(label) || new RegExp(leave).test(label))
          return;
        open.push({ kind: 'number', label, nth, values: 1 });
      });
      inGroup.forEach((group, nth) => {
        const cells = all<HTMLInputElement>(group, boxes);
        if (cells.length > 1 && cells[0]!.value === '') open.push({ kind: 'series', label: group.getAttribute('aria-label') ?? '', nth, values: cells.length });
      });
      return open[0] ?? null;
    },
    [GROUPS, LISTS, BOXES, leave] as const,
  );

/** Answers everything that the step in sight still asks. */
export async function answerStep(page: Page, own: Answers = []) {
  const answers = [...own, ...GOOD];
  const card = page.locator(CARD).first();
  await expect(card.getByRole('heading', { level: 1 })).toBeVisible();
  for (let turn = 0; turn < 60; turn++) {
    const open = await openOf(card, OPTIONAL.source);
    if (open === null) return;
    const { kind, label, nth, values } = open;
    const value = kind === 'yes' ? (said(own, label) ?? 'Yes') : kind === 'series' ? said(own, label) : said(answers, label);
    if (value === undefined && kind !== 'series') throw new Error(`No answer for “${label}”`);
    const answer = await saved(page);
    const reply = () =>
      answer().catch((error: unknown) => {
        throw new Error(`“${label}” (${kind}) answered “${value ?? ''}” in “${card.page().url()}”: ${String(error)}`);
      });
    if (kind === 'yes') {
      const answer = card.locator(GROUPS).nth(nth).getByText(value!, { exact: true });
      await answer.click();
      expect((await reply()).status(), label).toBeLessThan(300);
      await expect(answer).toHaveAttribute('aria-pressed', 'true'); // pressed twice it would say nothing
    } else if (kind === 'choice') {
      const box = card.locator(LISTS).nth(nth);
      await box.click();
      await page.getByRole('option', { name: value!, exact: true }).click();
      expect((await reply()).status(), label).toBeLessThan(300);
      await expect(box).toHaveText(value!);
    } else {
      const boxes = kind === 'number' ? card.locator(BOXES).nth(nth) : card.locator(GROUPS).nth(nth).locator(BOXES);
      const each = value === undefined ? Array<string>(values).fill(/Feeler/.test(label) ? '62' : '15') : kind === 'number' ? [value] : value.split(' ');
      for (let k = 0; k < values; k++) await boxes.nth(kind === 'number' ? 0 : k).fill(each[k] ?? '');
      await boxes.nth(values - 1).press('Enter');
      expect((await reply()).status(), `${label} = ${each.join(' ')}`).toBeLessThan(300);
    }
  }
  throw new Error('It asks on and on');
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

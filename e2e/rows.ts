import { expect, type Page } from '@playwright/test';
import { saved } from './crew';

/** One more row of a series: numbers by their label, words chosen, yes or no pressed. */
export async function row(page: Page, name: string, values: [string, string][]) {
  const form = page.getByRole('form', { name: `${name}: one more` });
  for (const [label, value] of values) {
    const field = form.getByRole('textbox', { name: label, exact: true });
    if ((await field.count()) > 0) await field.fill(value);
    else if ((await form.getByRole('group', { name: label, exact: true }).count()) > 0)
      await form.getByRole('group', { name: label, exact: true }).getByRole('button', { name: value }).click();
    else if (!((await form.getByRole('combobox', { name: label, exact: true }).textContent()) ?? '').includes(value)) {
      await form.getByRole('combobox', { name: label, exact: true }).click();
      await page.getByRole('option', { name: value, exact: true }).click();
    }
  }
  const reply = await saved(page);
  await form.getByRole('button', { name: 'Enter' }).click();
  expect((await reply()).status(), `${name}: ${values.join(' ')}`).toBeLessThan(300);
}

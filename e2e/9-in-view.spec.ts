import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { faults } from './axe';
import { signIn } from './crew';
import { afterSheet } from './touches';

/** Joints of the demo, one of each procedure, and the sheet of a shift. */
const JOINTS = [10, 101, 203, 205, 303, 403, 503, 603, 703, 803, 907, 1505, 1506, 1507, 1508, 1509, 1601, 1602, 1603];

const SIZES = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
];

interface Hidden {
  seen: number;
  hidden: string[];
}

/**
 * Opens every step of the joint in sight as a key would, and looks where its list, its first empty field, its rows, or why it is shut
 * has come to lie: above whatever sticks to the bottom. What is offered from the shift sheet is taken over with its button.
 */
const lookThrough = (page: Page) =>
  page.evaluate(async (): Promise<Hidden> => {
    const drawn = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    const hidden: string[] = [];
    let seen = 0;
    const look = async (step: HTMLElement) => {
      step.click();
      await drawn();
      window.scrollTo(0, 0);
      const first = document.querySelector<HTMLElement>(
        'main [aria-label="From the shift sheet"] button, main [aria-label="This step is shut"], main [aria-label="Is this so?"], main [data-missing]',
      );
      if (!first) return;
      seen++;
      const { top, bottom } = first.getBoundingClientRect();
      const bars = [...document.querySelectorAll<HTMLElement>('[data-sticky]')].map((bar) => bar.getBoundingClientRect().top);
      if (top < 0 || Math.min(bottom, top + 44) > Math.min(window.innerHeight, ...bars)) hidden.push(`${step.textContent}: ${Math.round(top)}`);
    };
    for (const step of document.querySelectorAll<HTMLElement>('[aria-label="Steps"] button')) {
      await look(step);
      // things that are made several times over stand in a table: each is opened by its row, and by each of its cells
      for (const cell of document.querySelectorAll<HTMLElement>('main table[aria-label="Restraints"] tbody button')) await look(cell);
    }
    return { seen, hidden };
  });

test('every step opens with what it asks for first in view, on a tablet both ways and a phone', async ({ page }) => {
  await signIn(page, 'ada', 'list');
  const hidden: string[] = [];
  let seen = 0;
  for (const joint of JOINTS) {
    await page.goto(`/bench/${joint}`);
    await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();
    // a joint on which something is wrong says that first
    if (
      await page
        .getByRole('status', { name: /^(To do|Open elsewhere)$/ })
        .first()
        .isVisible()
    )
      continue;
    for (const size of SIZES) {
      await page.setViewportSize(size);
      await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();
      const found = await lookThrough(page);
      seen += found.seen;
      hidden.push(...found.hidden.map((step) => `${joint} at ${size.width}, ${step}`));
    }
  }
  expect(seen).toBeGreaterThan(300);
  expect(hidden).toEqual([]);
});

// Found: what the shift sheet offers pushed the first field of every step out of sight.
test('what the shift sheet offers stands on the step that asks it first, and pushes nothing out of sight on a phone', async ({ page }) => {
  await signIn(page, 'ada', 'list');
  const hidden: string[] = [];
  for (const joint of [10, 803]) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await afterSheet(page, joint);
    await expect(page.getByText(new RegExp(`^Joint ${joint} ·`))).toBeVisible();
    await page.setViewportSize({ width: 390, height: 844 });
    await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();
    const { seen, hidden: here } = await lookThrough(page);
    expect(seen).toBeGreaterThan(5);
    hidden.push(...here.map((step) => `${joint}, ${step}`));
    const way = page.getByText(/waits? on the shift sheet:/).getByRole('button');
    await expect(way).toBeVisible();
    await way.click();
    const offer = page.getByRole('region', { name: 'From the shift sheet' });
    await expect(offer).toBeVisible();
    const { top, bottom } = (await offer.evaluate((e) => e.getBoundingClientRect().toJSON())) as DOMRect;
    expect([top >= 0, bottom <= 844]).toEqual([true, true]); // read from its first word to its button without scrolling
  }
  expect(hidden).toEqual([]);
});

test('in bright sun everything reads at seven to one, and lists and shift sheet have no fault that axe can find', async ({ page }) => {
  await signIn(page, 'ada', 'list');
  const light = page.getByRole('button', { name: /^Light: / });
  await light.click();
  await expect(light).toHaveAccessibleName('Light: Bright sun');
  for (const path of ['/line/8', '/bench/10', '/bench/11', '/bench/101', '/shift', '/test/A', '/rules']) {
    await page.goto(path);
    await expect(page.getByRole('main')).toBeVisible();
    await expect(page.getByRole('progressbar')).toHaveCount(0);
    await page.waitForTimeout(400);
    const faint = await new AxeBuilder({ page }).withRules(['color-contrast-enhanced']).analyze();
    expect(
      faint.violations.flatMap((v) => v.nodes.map((n) => `${path}: ${n.target.join(' ')} ${n.any[0]?.message ?? ''}`)),
      path,
    ).toEqual([]);
    expect(await faults(page)).toEqual([]);
  }
  await light.click();
  await expect(light).toHaveAccessibleName('Light: Dark');
});

import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { signIn } from './crew';

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
 * has come to lie: above whatever sticks to the bottom.
 */
const lookThrough = (page: Page) =>
  page.evaluate(async (): Promise<Hidden> => {
    const drawn = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    const hidden: string[] = [];
    let seen = 0;
    for (const step of document.querySelectorAll<HTMLElement>('[aria-label="Steps"] button')) {
      step.click();
      await drawn();
      window.scrollTo(0, 0);
      const first = document.querySelector<HTMLElement>('main [aria-label="This step is shut"], main [aria-label="Is this so?"], main [data-missing]');
      if (!first) continue;
      seen++;
      const { top, bottom } = first.getBoundingClientRect();
      const bars = [...document.querySelectorAll<HTMLElement>('[data-sticky]')].map((bar) => bar.getBoundingClientRect().top);
      if (top < 0 || Math.min(bottom, top + 44) > Math.min(window.innerHeight, ...bars)) hidden.push(`${step.textContent}: ${Math.round(top)}`);
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
    const found = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
    expect(found.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
  }
  await light.click();
  await expect(light).toHaveAccessibleName('Light: Dark');
});

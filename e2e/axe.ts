import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * What axe finds against WCAG 2.2 AA, each as “rule: element, element”, with what it says of the first. Of a page that stands still and at its top: half way
 * through a transition, or half under a bar that stays, a button is smaller than a hand finds it.
 */
export async function faults(page: Page): Promise<string[]> {
  await page.evaluate(() => {
    window.scrollTo(0, 0);
    const ends = document.getAnimations().filter((one) => Number.isFinite(Number(one.effect?.getComputedTiming().endTime)));
    return Promise.race([Promise.allSettled(ends.map((one) => one.finished)), new Promise((resolve) => setTimeout(resolve, 3000))]);
  });
  const { violations } = await new AxeBuilder({ page }).withTags(WCAG).analyze();
  return violations.map(
    (v) => `${v.id}: ${v.nodes.map((n) => `${n.target.join(' ')} ${n.html.slice(0, 160)}`).join(', ')} (${v.nodes[0]?.failureSummary ?? ''})`,
  );
}

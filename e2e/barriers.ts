import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

export const DESK = { width: 1280, height: 800 };
export const TRACK = { width: 390, height: 844 };

/** Nothing serious for accessibility, and nothing scrolls sideways. `within` limits the scan to a part of the page. */
export async function expectNoBarriers(page: Page, within?: string): Promise<void> {
  // The pages have no frames, so the scan needs no page of its own to put its results together: a second each.
  const scan = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const { violations } = await (within === undefined ? scan : scan.include(within)).analyze();
  const serious = violations.filter((one) => one.impact === 'serious' || one.impact === 'critical');
  expect(serious.map((one) => `${one.id}: ${one.nodes[0]?.html}`)).toEqual([]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
}

/** What a thumb hits on a phone is 44 px high and wide, or a word in a sentence. Names those that are smaller than `least`. */
export async function smallTargets(page: Page, within: string, least = 44): Promise<string[]> {
  return page.locator(within).evaluate((root, size) => {
    const found: string[] = [];
    for (const one of root.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea')) {
      const box = one.getBoundingClientRect();
      const style = getComputedStyle(one);
      // A word of the field stands in a sentence; a figure is typed where its label and its ends are pressed as well.
      const isHidden = box.width < 2 || style.visibility === 'hidden' || style.cursor === 'help';
      // A label is pressed for its field, and the space around a small control for it.
      const target = one.closest('label') ?? one;
      const around = getComputedStyle(one, '::after');
      const grown = around.position === 'absolute' ? (side: string) => -2 * Number.parseFloat(around.getPropertyValue(side)) || 0 : () => 0;
      const { width, height } = target.getBoundingClientRect();
      if (!isHidden && (height + grown('top') < size - 0.5 || width + grown('left') < size - 0.5))
        found.push(`${one.getAttribute('aria-label') ?? one.textContent}: ${Math.round(width)} × ${Math.round(height)}`);
    }
    return found;
  }, least);
}

import type { Page } from '@playwright/test';

/** Notes every task of the page that holds it up over 50 ms, from the next page load on. */
export async function watchLongTasks(page: Page): Promise<{ clear: () => Promise<void>; read: () => Promise<number[]> }> {
  // tsx names functions through a helper that the page does not have.
  await page.addInitScript(`
    globalThis.__name = (target) => target;
    globalThis.long = [];
    new PerformanceObserver((list) => long.push(...list.getEntries().map((entry) => Math.round(entry.duration)))).observe({ type: 'longtask' });
  `);
  return {
    clear: async () => {
      await page.evaluate('long.length = 0');
    },
    read: () => page.evaluate<number[]>('long'),
  };
}

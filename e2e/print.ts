import type { Page } from '@playwright/test';

/** Prints a page as the browser does, and counts its sheets. Nothing may stand out of the paper to the right. */
export async function printed(page: Page): Promise<{ sheets: number; cut: string[]; pdf: Buffer }> {
  const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true });
  const sheets = (pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? []).length;
  await page.emulateMedia({ media: 'print' });
  // 96 px to the inch; A4 less its margins.
  await page.setViewportSize({ width: Math.round(((210 - 24) / 25.4) * 96), height: 1000 });
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll('main *')]
      .filter((one) => {
        const box = one.getBoundingClientRect();
        return box.width > 0 && box.right > window.innerWidth + 1 && !one.closest('svg');
      })
      .map((one) => `${one.tagName} ${one.textContent.slice(0, 40)}`),
  );
  await page.emulateMedia({ media: 'screen' });
  return { sheets, cut, pdf };
}

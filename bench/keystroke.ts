import { openBrowser } from './browser.js';
import { measured, report } from './measure.js';

const TYPED = ['300k', '310k', '320k', '330k', '340k', '350k', '360k', '370k', '380k', '390k'];

/** From a key pressed in a price to the new figures on the screen, and the search view's first useful paint, in headless Chromium. */
export async function benchBrowser(web: string, signIn: { email: string; password: string }): Promise<void> {
  const { browser, page } = await openBrowser(web, signIn);
  const paints: number[] = [];
  for (let i = 0; i < 7; i++) {
    const start = performance.now();
    await page.goto(`${web}/search`);
    await page.locator('[data-count="fit"][data-stale="false"] b', { hasText: /\d/ }).waitFor();
    paints.push(performance.now() - start);
  }
  await page.getByRole('button', { name: 'New search', exact: true }).click();
  await page.getByRole('region', { name: 'The search' }).getByRole('paragraph').first().click();
  await page.keyboard.press('l');
  await page.getByRole('textbox', { name: 'Find a field' }).fill('List price');
  await page.keyboard.press('Enter');
  const field = page.getByRole('textbox', { name: 'List price', exact: true });
  await field.fill('up to 290k');
  await page.waitForTimeout(800);
  // the page itself times each key: until the figures shown belong to the search as it then is
  await page.evaluate(`
    window.keyTimes = [];
    document.addEventListener('keydown', () => {
      const pressed = performance.now();
      function look() {
        const fresh = document.querySelector('[data-count="fit"]')?.getAttribute('data-stale') === 'false';
        if (fresh && performance.now() - pressed > 4) window.keyTimes.push(performance.now() - pressed);
        else requestAnimationFrame(look);
      }
      requestAnimationFrame(look);
    });
  `);
  for (const text of TYPED) {
    await field.selectText();
    for (const key of text) {
      await page.keyboard.press(key);
      await page.waitForTimeout(130);
    }
  }
  const keys = await page.evaluate(() => (window as unknown as { keyTimes: number[] }).keyTimes);
  await browser.close();
  report('In the browser, demo county', [
    measured('keystroke to new figures', keys),
    measured('search view to its first figures', paints),
  ]);
}

import type { Page } from '@playwright/test';
import { openBrowser } from './browser.js';
import { measured, report } from './measure.js';

const HOMES = 30;
const TICKS = 20;

/** From the key for the next home to its heading, and from a tick among comps to the new figures, in headless Chromium. */
export async function benchJudge(web: string, signIn: { email: string; password: string }): Promise<void> {
  const { browser, page } = await openBrowser(web, signIn);
  await page.goto(`${web}/search`);
  const cards = page.getByRole('region', { name: 'Results as cards' }).getByRole('article');
  await cards.first().getByRole('link').last().click();
  await page.getByRole('heading', { level: 1 }).waitFor();
  await timeWords(page, 'keydown', 'h1');
  for (let i = 0; i < HOMES; i++) {
    // as long as somebody looks at a home, at the least
    await page.waitForTimeout(600);
    await page.keyboard.press('ArrowRight');
  }
  await page.waitForTimeout(600);
  const homes = await times(page);
  await page.goto(page.url().replace('/listings/', '/comps/'));
  const ticks = page.getByRole('checkbox', { name: /^Count / });
  await ticks.first().waitFor();
  await timeWords(page, 'click', 'main [role=status]');
  for (let i = 0; i < TICKS; i++) {
    await ticks.nth(i % 4).click();
    await page.waitForTimeout(200);
  }
  const ticked = await times(page);
  await browser.close();
  report('Judging homes in the browser, demo county', [
    measured('the next home’s heading, by key', homes),
    measured('figures of comps after a tick', ticked),
  ]);
}

/** The page itself times each event of a kind: until a part of it has other words. */
async function timeWords(page: Page, event: 'keydown' | 'click', part: string): Promise<void> {
  await page.evaluate(`
    window.eventTimes = [];
    document.addEventListener('${event}', () => {
      const from = performance.now();
      const before = document.querySelector('${part}')?.textContent;
      function look() {
        const now = document.querySelector('${part}')?.textContent;
        if (now && now !== before) window.eventTimes.push(performance.now() - from);
        else if (performance.now() - from < 5000) requestAnimationFrame(look);
      }
      requestAnimationFrame(look);
    }, true);
  `);
}

function times(page: Page): Promise<number[]> {
  return page.evaluate(() => (window as unknown as { eventTimes: number[] }).eventTimes);
}

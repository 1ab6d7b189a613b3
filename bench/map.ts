import type { Browser, Page } from '@playwright/test';
import type { SavedSearch } from '@perambula/contract';
import { PROPERTY_TYPES } from '@perambula/core';
import { openBrowser } from './browser.js';
import { measured, report } from './measure.js';
import type { Measured } from './measure.js';

const SECONDS = 6;

/** Pictures drawn while the map is moved and a long table scrolled, and figures while a bound is dragged, in headless Chromium. */
export async function benchMap(web: string, signIn: { email: string; password: string }): Promise<void> {
  const { browser, page } = await openBrowser(web, signIn);
  const everything = { version: 1, kinds: PROPERTY_TYPES, lines: [], bounds: [], order: [], reach: 'all' };
  const [all, drawn] = await Promise.all(
    [everything, withArea()].map(async (document, i) => {
      const answer = await page.request.post(`${web}/api/searches`, { data: { name: `Measured ${i}`, document } });
      return (await answer.json()) as SavedSearch;
    }),
  );
  const homes = await opened(page, `${web}/search/${all?.id}`);
  const moving = await framesWhile(page, (seconds) => moveMap(page, seconds));
  await page.goto(`${web}/search/${all?.id}?as=table`);
  await page.getByRole('row').getByRole('link').first().waitFor();
  const scrolling = await framesWhile(page, (seconds) => scrollTable(page, seconds));
  report(`Pictures while ${homes.toLocaleString('en-US')} homes are looked through, software rendering`, [
    asRate('map panned and zoomed', moving),
    asRate('table scrolled', scrolling),
  ]);
  await opened(page, `${web}/search/${drawn?.id}`);
  report('In the browser, demo county', [measured('a bound dragged: to new figures', await draggedBound(page))]);
  await end(browser, page, web, [all, drawn]);
}

function withArea(): object {
  const ring = [
    [-66.03, 40.58],
    [-65.98, 40.58],
    [-65.98, 40.63],
    [-66.03, 40.63],
    [-66.03, 40.58],
  ];
  const bounds = [{ id: 'k', mode: 'in', shape: { type: 'Polygon', coordinates: [ring] } }];
  const lines = [{ id: 'a', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } }];
  return { version: 1, kinds: ['Residential'], lines, bounds, order: [] };
}

async function opened(page: Page, address: string): Promise<number> {
  await page.goto(address);
  const count = page.locator('[data-count="fit"][data-stale="false"] b', { hasText: /\d/ });
  await count.waitFor();
  await page.locator('.map-canvas canvas').first().waitFor();
  await page.waitForTimeout(2500);
  return Number((await count.innerText()).replaceAll(',', ''));
}

/** Milliseconds between one picture and the next. */
async function framesWhile(page: Page, work: (seconds: number) => Promise<void>): Promise<number[]> {
  await page.evaluate(`
    window.frames_ = [];
    window.watching_ = true;
    let last = performance.now();
    requestAnimationFrame(function look(now) {
      window.frames_.push(now - last);
      last = now;
      if (window.watching_) requestAnimationFrame(look);
    });
  `);
  await work(SECONDS);
  const frames = await page.evaluate<number[]>('window.watching_ = false, window.frames_');
  return frames.slice(2);
}

async function moveMap(page: Page, seconds: number): Promise<void> {
  const box = await page.locator('.map-canvas').boundingBox();
  if (!box) throw new Error('There is no map.');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const until = performance.now() + 1000 * seconds;
  for (let turn = 0; performance.now() < until; turn++) {
    await page.mouse.move(x, y);
    if (turn % 3 === 2) {
      await page.mouse.wheel(0, turn % 2 === 0 ? -240 : 240);
      await page.waitForTimeout(350);
      continue;
    }
    await page.mouse.down();
    const way = turn % 2 === 0 ? 1 : -1;
    for (let i = 1; i <= 24; i++) await page.mouse.move(x + way * 5 * i, y + way * 3 * i);
    await page.mouse.up();
  }
}

async function scrollTable(page: Page, seconds: number): Promise<void> {
  await page.getByRole('table').hover();
  const until = performance.now() + 1000 * seconds;
  while (performance.now() < until) {
    await page.mouse.wheel(0, 240);
    await page.waitForTimeout(16);
  }
}

/** From a pointer's move with a corner in hand to the figures of the new shape. */
async function draggedBound(page: Page): Promise<number[]> {
  await page.getByRole('button', { name: /find it on the map/ }).click();
  await page.waitForTimeout(900);
  const box = await page.locator('.map-canvas').boundingBox();
  if (!box) throw new Error('There is no map.');
  await page.evaluate(`
    window.moves_ = [];
    document.addEventListener('pointermove', (event) => {
      if (event.buttons === 0) return;
      const moved = performance.now();
      requestAnimationFrame(function look() {
        const fresh = document.querySelector('[data-count="fit"]')?.getAttribute('data-stale') === 'false';
        if (fresh && performance.now() - moved > 17) window.moves_.push(performance.now() - moved);
        else requestAnimationFrame(look);
      });
    }, true);
  `);
  // the bound fills the view but for seventy pixels about it; its east side is dragged
  const [x, y] = [box.x + box.width - 70, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 40; i++) {
    await page.mouse.move(x - 3 * i, y + (i % 5));
    await page.waitForTimeout(60);
  }
  await page.mouse.up();
  return page.evaluate<number[]>('window.moves_');
}

function asRate(what: string, frames: readonly number[]): Measured {
  const { median } = measured(what, frames);
  return { ...measured(`${what} (${Math.round(1000 / median)} a second)`, frames) };
}

async function end(browser: Browser, page: Page, web: string, searches: readonly (SavedSearch | undefined)[]): Promise<void> {
  for (const search of searches) await page.request.delete(`${web}/api/searches/${search?.id}`);
  await browser.close();
}

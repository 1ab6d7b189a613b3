import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { Agent, expectAccessible, homesOn, rowsOn, watch } from './driver.js';

const heads = async (page: Page): Promise<string[]> =>
  (await page.getByRole('columnheader').allInnerTexts()).map((text) => (text.split('\n')[0] ?? '').trim()).filter(Boolean);
/** Beds and price of the first rows of the table, from the top. */
const firstRows = async (page: Page): Promise<[beds: number, price: number][]> =>
  (
    await rowsOn(page).evaluateAll((rows) =>
      rows.slice(0, 12).map((row) => [...row.querySelectorAll('[role="cell"]')].map((cell) => cell.textContent)),
    )
  ).map((cells) => [Number(cells[5]), Number((cells[4] ?? '').replace(/\D/g, ''))]);
const sorted = (rows: readonly [number, number][], by: (a: [number, number], b: [number, number]) => number): string =>
  JSON.stringify([...rows].sort(by));

test('the table has the agent’s own columns, in their order and width, at every desk', async ({ page, browser }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search?as=table');
  await agent.click(agent.button('New search'));
  await expect(rowsOn(page).getByRole('link').first()).toBeVisible();
  await agent.click(agent.button('Choose the columns'));
  // they are kept: an earlier try may have left its own
  await agent.click(agent.button('Back to the usual ones'));
  await agent.type(page.getByRole('textbox', { name: 'Find a column' }), 'built');
  await agent.click(page.getByRole('checkbox', { name: 'Year built', exact: true }));
  await agent.type(page.getByRole('textbox', { name: 'Find a column' }), 'listing office');
  await agent.click(page.getByRole('checkbox', { name: 'Listing office', exact: true }));
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect.poll(() => heads(page)).toContain('Year built');
  expect(await heads(page)).not.toContain('Listing office');

  // by mouse: dragged to the left, and made wider
  const [town, price] = [
    page.getByRole('columnheader', { name: 'City' }),
    page.getByRole('columnheader', { name: 'List price' }),
  ];
  const box = async (of: typeof town): Promise<{ x: number; y: number; width: number }> => (await of.boundingBox()) as never;
  const [at, to] = [await box(price), await box(town)];
  await agent.drag({ x: at.x + 30, y: at.y + 12 }, { x: to.x + 20, y: to.y + 12 });
  await expect.poll(async () => (await heads(page)).slice(0, 4)).toEqual(['Address', 'News', 'List price', 'City']);
  const before = await box(town);
  await agent.drag({ x: before.x + before.width - 3, y: before.y + 12 }, { x: before.x + before.width + 57, y: before.y + 12 });
  await expect.poll(async () => (await box(town)).width).toBeCloseTo(before.width + 60, -1);

  // by keyboard: back to the right, and narrower
  await page.getByRole('columnheader', { name: 'List price' }).getByRole('button').focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(async () => (await heads(page)).slice(2, 4)).toEqual(['City', 'List price']);
  const wide = await box(price);
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await box(price)).width).toBeCloseTo(wide.width - 16, 0);

  // at another desk
  const other = await browser.newPage();
  const again = new Agent(other);
  await again.signIn('/search?as=table');
  await expect(rowsOn(other).getByRole('link').first()).toBeVisible();
  await expect.poll(() => heads(other)).toEqual(await heads(page));
  await other.close();
  await agent.click(agent.button('Choose the columns'));
  await agent.click(agent.button('Back to the usual ones'));
  await expect.poll(() => heads(page)).not.toContain('Year built');
  fine();
});

test('results are ordered by several fields, from the heads and from the menu', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search?as=table');
  await agent.click(agent.button('New search'));
  const ordered = page.getByRole('columnheader', { name: 'Beds' }).getByRole('button');
  await agent.click(ordered);
  await page
    .getByRole('columnheader', { name: 'List price' })
    .getByRole('button')
    .click({ modifiers: ['Shift'] });
  await expect(agent.button('Order: Beds, lowest first, then List price, lowest first')).toBeVisible();
  await expect(async () => {
    const rows = await firstRows(page);
    expect(rows).toHaveLength(12);
    expect(JSON.stringify(rows)).toBe(sorted(rows, ([beds, price], [otherBeds, other]) => beds - otherBeds || price - other));
  }).toPass();
  await agent.click(agent.button(/^Order: Beds/));
  await agent.click(agent.button('Highest price first'));
  await expect(agent.button('Order: Highest price first')).toBeVisible();
  await expect(async () => {
    const rows = await firstRows(page);
    expect(JSON.stringify(rows)).toBe(sorted(rows, ([, price], [, other]) => other - price));
  }).toPass();
});

test('some are chosen, shown by themselves, and outlive a reload', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  const all = await agent.count('fit');
  await expect(page.getByRole('checkbox', { name: `Choose all ${all}` })).toBeVisible();
  for (const i of [0, 2]) await homesOn(page).getByRole('checkbox').nth(i).check();
  await agent.click(agent.button('show only these'));
  await expect(homesOn(page)).toHaveCount(2);
  await page.reload();
  await expect(homesOn(page)).toHaveCount(2);
  await expect(page.getByText('2 chosen', { exact: true })).toBeVisible();
  await agent.click(agent.button('show all again'));
  await agent.click(page.getByRole('checkbox', { name: /^Choose all/ }));
  await expect(page.getByText(`${all.toLocaleString('en-US')} chosen`, { exact: true }).first()).toBeVisible();
  fine();
});

test('every one of a long list can be scrolled to, and the next and the one before it looked at', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search?as=table');
  await agent.click(agent.button('New search'));
  await agent.click(page.getByRole('button', { name: 'Remove Status' }));
  await agent.addLine('Status');
  await agent.click(agent.button('Ever listed'));
  await agent.press('Escape');
  const all = await agent.count('fit');
  expect(all).toBeGreaterThan(500);
  await expect(page.getByText(`choose all ${all.toLocaleString('en-US')}`)).toBeVisible();
  await page.getByRole('region', { name: 'Results as a table' }).evaluate((table) => (table.scrollTop = table.scrollHeight));
  const last = page.locator(`[role="row"][aria-rowindex="${all + 1}"]`).getByRole('link');
  await expect(last).toBeVisible();
  await last.click();
  await expect(page.getByText(`${all.toLocaleString('en-US')} of ${all.toLocaleString('en-US')}`)).toBeVisible();
  fine();
});

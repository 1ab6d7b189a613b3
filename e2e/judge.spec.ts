import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { AddressPlace, ListingsAnswer, ParcelAnswer } from '@perambula/contract';
import { Agent, expectAccessible, found, homesOn, run, watch } from './driver.js';

/** A home for sale with several pictures. */
async function pictured(page: Page): Promise<string> {
  const lines = [
    { id: 'p', field: 'PhotosCount', is: { atLeast: 3 } },
    { id: 's', field: 'Status', is: { anyOf: ['Active'] } },
  ];
  const search = { version: 1, kinds: ['Residential'], lines, bounds: [], order: [] };
  const answer = await page.request.post(`${run.web}/api/searches/listings`, { data: { set: 'fit', limit: 1, search } });
  return ((await answer.json()) as ListingsAnswer).rows[0]?.ListingKey ?? '';
}

test('pictures open over the whole window, are turned by keys, and close', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const key = await pictured(page);
  const fine = watch(page);
  await agent.open(`/listings/${key}`);
  await agent.click(agent.button(/^Enlarge picture 1/));
  await expect(page.getByText(/^1 \/ \d+$/)).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^2 \/ \d+$/)).toBeVisible();
  await expectAccessible(page);
  // the arrows turn the pictures, not the listings
  await expect(page).toHaveURL(new RegExp(`/listings/${key}$`));
  await page.keyboard.press('Escape');
  await expect(agent.button(/^Enlarge picture 2/)).toBeVisible();
  await expectAccessible(page);
  fine();
});

test('a home tells how others like it fared, and shows them', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const fine = watch(page);
  await agent.open(`/listings/${await pictured(page)}`);
  const told = page.getByRole('region', { name: 'How homes like it fare' });
  await expect(told).toContainText(/Of \d+ like it, .* under contract within \d+ days?;/);
  await agent.click(told.getByText('As a table, and what it rests on'));
  await expect(told.getByRole('row', { name: /^30 days/ })).toContainText('%');
  const all = told.getByRole('button', { name: /^See all [\d,]+ in a search$/ });
  const total = Number(/[\d,]+/.exec(await all.innerText())?.[0].replaceAll(',', ''));
  await agent.click(all);
  await expect(page).toHaveURL(/\/search/);
  await expect.poll(() => agent.count('fit')).toBe(total);
  fine();
});

test('a parcel that was never listed is found by its address, with its public record', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const fine = watch(page);
  const ask = async <T>(path: string): Promise<T> => (await (await page.request.get(`${run.web}/api/${path}`)).json()) as T;
  let address: string | undefined;
  for (let number = 100; address === undefined && number < 1300; number += 7)
    for (const place of await ask<AddressPlace[]>(`places/addresses?sought=${number}%204th%20St`)) {
      const { listings } = await ask<ParcelAnswer>(`parcels/${encodeURIComponent(place.parcelNumber)}`);
      if (listings.length === 0) address = place.address;
    }
  // a page that has only begun to open would miss the key
  await agent.click(page.getByRole('combobox', { name: 'Find anything' }));
  await page.keyboard.type(address ?? '');
  await agent.click(found(page, 'Never listed, or no more').first());
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(address ?? '');
  await expect(page.getByText('It was never listed')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Public record' })).toContainText('Owner');
  await expectAccessible(page);
  fine();
});

test('results stand side by side, and leaf through their pictures in place', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  const fine = watch(page);
  await agent.click(agent.button('New search'));
  const cards = homesOn(page);
  await expect(cards.getByRole('checkbox').nth(2)).toBeAttached();
  const card = cards.filter({ has: page.getByRole('button', { name: 'The next picture' }) }).first();
  await card.getByRole('link').last().focus();
  await page.keyboard.press('ArrowRight');
  await expect(card.locator('img').first()).toHaveAttribute('src', /\/1\.svg$/);
  for (let i = 0; i < 3; i++) await agent.click(cards.getByRole('checkbox').nth(i));
  await agent.click(page.getByRole('link', { name: 'Side by side' }));
  await expect(page.getByRole('columnheader')).toHaveCount(3);
  await expect(page.getByText('Where they differ')).toBeVisible();
  await expectAccessible(page);
  await agent.click(agent.button('Leave out').first());
  await expect(page.getByRole('columnheader')).toHaveCount(2);
  fine();
});

test('comps follow what likeness is taken for', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const key = await pictured(page);
  const fine = watch(page);
  await agent.open(`/comps/${key}`);
  const first = page.getByRole('row', { name: /^Count / }).first();
  await expect(first).toContainText('%');
  const before = await first.innerText();
  await agent.click(agent.button('What likeness is …'));
  const size = page.getByRole('slider', { name: 'Size' });
  await size.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
  await expect(first).not.toHaveText(before);
  await page.keyboard.press('Escape');
  await expectAccessible(page);
  fine();
});

test('homes are read beside the results, which keep their place, and several are kept open', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  const fine = watch(page);
  await agent.click(agent.button('New search'));
  const cards = homesOn(page);
  await agent.click(cards.nth(1).getByRole('button', { name: /^Read .* beside the results$/ }));
  const beside = page.getByRole('dialog', { name: 'A home from the results' });
  await expect(beside.getByText(/^2 of /)).toBeVisible();
  await expect(cards.nth(1)).toBeInViewport();
  const first = await beside.getByRole('heading', { level: 1 }).innerText();
  await agent.click(beside.getByRole('button', { name: 'Keep open' }));
  await page.keyboard.press('ArrowRight');
  await expect(beside.getByText(/^3 of /)).toBeVisible();
  await agent.click(beside.getByRole('button', { name: 'Keep open' }));
  await expectAccessible(page);
  const open = page.getByRole('navigation', { name: 'Homes kept open' });
  await agent.click(open.getByRole('button', { name: first.split(',')[0] as string, exact: true }));
  await expect(beside.getByRole('heading', { level: 1 })).toHaveText(first);
  await agent.click(beside.getByRole('link', { name: 'Its page' }));
  await expect(beside).toHaveCount(0);
  await expect(open.getByRole('link', { name: 'Side by side' })).toHaveAttribute('href', /^\/beside\/[^,]+,[^,]+$/);
  fine();
});

test('what is in a bound is compared in one step, and saved as a file', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const fine = watch(page);
  await agent.open('/search');
  await agent.click(agent.button('New search'));
  await agent.click(page.getByRole('combobox', { name: 'Find anything' }));
  await page.keyboard.type('within 2 miles of Ferry Square');
  await agent.click(found(page, 'Search').first());
  await agent.click(agent.button(/^More about 2 miles around Ferry Square/));
  await agent.click(page.getByRole('menuitem', { name: 'Comps inside it' }));
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Ferry Square');
  await expect(page.getByText(/^\d+ of \d+ homes counted/)).toBeVisible();
  // another time keeps the bound, which is drawn nowhere else
  await agent.choose('Sold in the last', '12 months');
  await expect(page.getByRole('region', { name: 'What was sold' })).toContainText('median');
  await expectAccessible(page);
  await agent.click(agent.button('Save as'));
  const saved = page.waitForEvent('download');
  await agent.click(page.getByRole('menuitem', { name: /PDF/ }));
  expect((await saved).suggestedFilename()).toBe('comps.pdf');
  fine();
});

import type { ClientSummary, RoundDay } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { expect, test } from '@playwright/test';
import type { APIRequestContext } from '@playwright/test';
import { expectAccessible, run } from './driver.js';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** One dark pixel. */
const PHOTOGRAPH = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

/** A round through some homes for sale with one of Juno’s clients. */
async function makeRound(request: APIRequestContext): Promise<string> {
  const ask = async <T>(method: 'GET' | 'POST', path: string, data?: object): Promise<T> => {
    const answer = await request.fetch(`${run.web}/api/${path}`, { method, ...(data ? { data } : {}) });
    return (await answer.json()) as T;
  };
  await ask('POST', 'session', run.signIn);
  const client = (await ask<ClientSummary[]>('GET', 'clients')).find(({ name }) => name.startsWith('Bashir'));
  const search = {
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 'a', field: 'Status', is: { anyOf: ['Active'] } }],
    bounds: [],
    order: [],
  };
  const { rows } = await ask<{ rows: ListingRecord[] }>('POST', 'searches/listings', { search, set: 'fit', limit: 3 });
  const body = { clientId: client?.id, on: '2026-04-25', listingKeys: rows.map(({ ListingKey }) => ListingKey) };
  return (await ask<{ id: string }>('POST', 'rounds', body)).id;
}

test('the day is opened and written to where there is no network, and nothing of it is lost', async ({ page, context }) => {
  const id = await makeRound(page.request);
  const day = async (): Promise<RoundDay> =>
    (await (await page.request.get(`${run.web}/api/rounds/${id}/day`)).json()) as RoundDay;
  await page.goto(`${run.web}/day/${id}`);
  await expect(page.getByText('This page opens without a network, too.')).toBeVisible();
  await expectAccessible(page);

  await context.setOffline(true);
  await page.reload();
  await expect(page.getByText(/No network/)).toBeVisible();
  const home = page.getByRole('article');
  const first = await home.getAttribute('aria-label');
  const picture = home.locator('img').first();
  await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  await home.getByRole('group', { name: 'What Bashir thinks' }).getByRole('button', { name: 'Likes it' }).tap();
  await page.getByLabel('What was said').fill('The cellar is dry.');
  await page.getByRole('button', { name: 'Keep the note' }).tap();
  await page.getByLabel('Photograph').setInputFiles({ name: 'cellar.png', mimeType: 'image/png', buffer: PHOTOGRAPH });
  await expect(home.getByAltText('A photograph of this home')).toBeVisible();
  await page.getByRole('button', { name: 'Seen, go on' }).tap();
  await expect(home).not.toHaveAttribute('aria-label', first ?? '');
  await page.getByLabel('What was said').fill('Half a sentence');
  await expect(page.getByText('4 things wait to be sent, and are kept on this telephone.')).toBeVisible();

  // the telephone is switched off and on again, still without a network
  await page.reload();
  await expect(page.getByText('4 things wait to be sent, and are kept on this telephone.')).toBeVisible();
  await expect(page.getByLabel('What was said')).toHaveValue('Half a sentence');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expectAccessible(page);

  await context.setOffline(false);
  await expect(page.getByText('All is kept.')).toBeVisible();
  const { notes, homes } = await day();
  const of = homes.find(({ address }) => address === first);
  expect(notes.map(({ kind, listingKey, text }) => [kind, listingKey, text])).toEqual([
    ['reaction', of?.listingKey, ''],
    ['words', of?.listingKey, 'The cellar is dry.'],
    ['photograph', of?.listingKey, ''],
    ['seen', of?.listingKey, ''],
  ]);
  expect(of?.said).toContainEqual({ who: 'Bashir', text: 'likes it' });
});

test('being late moves the rest of the day', async ({ page }) => {
  const id = await makeRound(page.request);
  await page.goto(`${run.web}/day/${id}`);
  const times = page.getByRole('navigation', { name: 'The homes of the day' }).getByRole('button').locator('.figure');
  await expect(times).not.toHaveCount(0);
  const before = await times.allInnerTexts();
  await page.getByRole('button', { name: '15 min' }).tap();
  await expect(page.getByRole('heading', { name: '15 minutes late' })).toBeVisible();
  const minutes = (said: string): number => {
    const [, hour = '', minute = ''] = /(\d+):(\d+)/.exec(said) ?? [];
    return (Number(hour) % 12) * 60 + Number(minute);
  };
  expect((await times.allInnerTexts()).map(minutes)).toEqual(before.map((said) => (minutes(said) + 15) % 720));
  // nobody agreed to a visit yet
  await expect(page.getByText('Nobody was told: no agreed visit is ahead any more.')).toBeVisible();
});

import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { ClientFile, ClientSummary, ListingsAnswer } from '@perambula/contract';
import { Agent, expectAccessible, run, watch } from './driver.js';

/** A client's file with a confirmed address, two homes that fit their search and one under contract. */
async function begun(page: Page): Promise<{ client: ClientFile; fitting: string[]; pending: string }> {
  const ask = async <T>(path: string, data?: object): Promise<T> => {
    const answer = data
      ? await page.request.post(`${run.web}/api/${path}`, { data })
      : await page.request.get(`${run.web}/api/${path}`);
    return (await answer.json()) as T;
  };
  const lindqvists = (await ask<ClientSummary[]>('clients')).find(({ name }) => name.startsWith('Amara'));
  const client = await ask<ClientFile>(`clients/${lindqvists?.id}`);
  const keysOf = async (search: object): Promise<string[]> =>
    (await ask<ListingsAnswer>('searches/listings', { search, set: 'fit', limit: 20 })).rows
      .filter((row) => row['InternetEntireListingDisplayYN'] !== false)
      .map(({ ListingKey }) => ListingKey);
  const under = {
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 's', field: 'Status', is: { anyOf: ['Pending'] } }],
    bounds: [],
    order: [],
  };
  const [pending = ''] = await keysOf(under);
  return { client, fitting: (await keysOf(client.savedSearches[0]?.document ?? under)).slice(0, 2), pending };
}

test('chosen homes are sent after a last look, in the agent’s words, and what is written is kept until then', async ({
  page,
}) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const { client, fitting, pending } = await begun(page);
  const fine = watch(page);
  await agent.open(`/send?to=${client.id}&homes=${[...fitting, pending].join(',')}`);
  const look = page.getByRole('region', { name: 'The last look' });
  await expect(look.getByRole('status')).toContainText('2 go; 1 is left out, since something speaks against it.');
  await expect(look.getByText(/^Under contract/)).toBeVisible();
  await expectAccessible(page);

  // the message is seen as it arrives, wide, narrow and plain
  const words = page.getByRole('textbox', { name: 'Words' });
  await agent.type(words, 'Both by the water, as you asked.');
  const letter = page.frameLocator('iframe[title="The message as it will arrive"]');
  await expect(letter.getByText('Both by the water, as you asked.')).toBeVisible();
  await agent.click(page.getByText('In a table', { exact: true }));
  await expect(letter.getByRole('cell', { name: /^\$/ })).toHaveCount(2);
  await agent.click(page.getByText('Plain text', { exact: true }));
  await expect(page.getByText(/^Hello Amara,/)).toContainText('Both by the water');

  // a reload loses nothing typed; a home that is ticked goes all the same
  await page.reload();
  await expect(words).toContainText('Both by the water, as you asked.');
  await agent.click(look.getByRole('checkbox').nth(2));
  await expect(look.getByRole('status')).toContainText('All 3 go.');
  await agent.click(agent.button(/^Send 3 homes to Amara/));
  await expect(page).toHaveURL(new RegExp(`/clients/${client.id}$`));
  await expect(page.getByText(/Sent to Amara Lindqvist: 3 homes I would like you to see/).first()).toBeVisible();
  fine();
});

test('one home is sent to several clients in one go, each after a last look of their own', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const clients = (await (await page.request.get(`${run.web}/api/clients`)).json()) as ClientSummary[];
  const confirmed = clients.filter(({ people }) => people.some(({ confirmedAt }) => confirmedAt !== null)).slice(0, 3);
  const { rows } = (await (
    await page.request.post(`${run.web}/api/searches/listings`, {
      data: {
        set: 'fit',
        limit: 1,
        search: {
          version: 1,
          kinds: ['Residential'],
          lines: [{ id: 's', field: 'Status', is: { anyOf: ['Active'] } }],
          bounds: [],
          order: [{ field: 'ListPrice', direction: 'asc' }],
        },
      },
    })
  ).json()) as ListingsAnswer;
  await agent.open(`/send?to=${confirmed.map(({ id }) => id).join(',')}&homes=${rows[0]?.ListingKey}`);
  await expect(page.getByRole('heading', { name: `1 home for ${confirmed.length} clients` })).toBeVisible();
  await expect(page.getByText(/^It goes to/)).toHaveCount(confirmed.length);
  await expectAccessible(page);
  await agent.click(page.getByRole('checkbox', { name: `Send to ${confirmed[0]?.name}` }));
  await agent.click(agent.button(`Send to ${confirmed.length - 1} client${confirmed.length > 2 ? 's' : ''}`));
  await expect(page.getByText(/^Sent to/)).toHaveCount(confirmed.length - 1);
});

test('homes are printed for a client: a PDF of letter pages', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/today');
  const { fitting } = await begun(page);
  await agent.open(`/beside/${fitting.join(',')}`);
  await agent.click(agent.button('PDF'));
  const file = page.waitForEvent('download');
  await agent.click(page.getByRole('menuitem', { name: 'Both' }));
  expect((await file).suggestedFilename()).toBe('homes.pdf');
});

test('of homes that cost too much, the likeliest to come within reach are put first', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  const fine = watch(page);
  await agent.click(agent.button('New search'));
  await agent.setLine('List price', 'up to 400k');
  await agent.click(page.getByRole('button', { name: /miss by one$/ }));
  await agent.click(agent.button(/^Order: /));
  await agent.click(agent.button('Likeliest to come within reach first'));
  await page.keyboard.press('Escape');
  const told = page.getByText(/^In reach within 30 days: \d+%$/);
  await expect(told.nth(1)).toBeVisible();
  const [first = 0, second = 0] = (await told.allInnerTexts()).map((text) => Number(/(\d+)%/.exec(text)?.[1]));
  expect(first).toBeGreaterThanOrEqual(second);
  await agent.click(page.getByText('Table', { exact: true }));
  await expect(page.getByRole('columnheader', { name: 'In reach, 30 days' })).toBeVisible();
  await expectAccessible(page);
  fine();
});

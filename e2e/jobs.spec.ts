import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { ListingsAnswer } from '@perambula/contract';
import { Agent, expectAccessible, found, homesOn, run, sentenceOn, watch } from './driver.js';

/** Says how many actions a whole job took, from Today on, and holds it to what it may take. */
function took(agent: Agent, job: string, atMost: number): void {
  console.log(`  ${job}: ${agent.actions} of at most ${atMost} actions`);
  expect(agent.actions, job).toBeLessThanOrEqual(atMost);
}

async function signedIn(page: Page): Promise<Agent> {
  const agent = new Agent(page);
  await agent.signIn();
  agent.actions = 0;
  return agent;
}

/** Types into the finder, waits for what is read of it, and takes it. */
async function say(agent: Agent, words: string): Promise<void> {
  await agent.press('Control+k');
  agent.actions++;
  await agent.page.keyboard.type(words);
  const read = found(agent.page, 'Search').filter({ hasText: /homes? fits?/ });
  await expect(read).toBeVisible();
  await agent.page.keyboard.press('Enter');
  await expect(agent.page).toHaveURL(/\/search/);
}

/** Types an address into the finder, and opens its home. */
async function goTo(agent: Agent, address: string): Promise<void> {
  await agent.press('Control+k');
  agent.actions++;
  await agent.page.keyboard.type(address);
  await expect(found(agent.page, 'Homes').first()).toContainText(address);
  await agent.page.keyboard.press('Enter');
}

test('five towns, a price range, beds, baths, houses, nothing distressed: the third home is on screen', async ({ page }) => {
  const agent = await signedIn(page);
  const fine = watch(page);
  await say(
    agent,
    'houses in Port Ostrey, Sedge Ferry, Tansy Hill, Wrenfield or Mallow Green, 200k to 600k, 3 beds, 2 baths, not bank-owned, no foreclosures',
  );
  expect(await agent.count('fit')).toBeGreaterThan(2);
  await expect(homesOn(page).nth(2)).toBeInViewport();
  took(agent, 'Five towns and six more lines, through the finder', 2);
  fine();
});

test('what sold in one town lately, townhouses only: highest and lowest are read', async ({ page }) => {
  const agent = await signedIn(page);
  await say(agent, 'townhouses in Port Ostrey sold in the last 12 months');
  await expect(page.getByText(/^\$[\d,]+ to \$[\d,]+, median \$[\d,]+$/)).toBeVisible();
  await expect(sentenceOn(page)).toContainText('closed in the last 12 months');
  took(agent, 'What sold in a town, highest and lowest', 2);
});

test('what sold in one district, townhouses only, by the chooser: how many, highest and lowest are read', async ({ page }) => {
  const agent = await signedIn(page);
  const fine = watch(page);
  await agent.click(page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Comps' }));
  await agent.choose('Place', 'Port Ostrey');
  await agent.choose('Sold in the last', '12 months');
  const figures = page.getByRole('region', { name: 'What was sold' });
  await expect(figures).toContainText(/\d+\s*sold\s*\$[\d,]+\s*lowest\s*\$[\d,]+\s*median\s*\$[\d,]+\s*highest/);
  took(agent, 'What sold in a place, by the chooser', 5);
  fine();
});

test('price cuts this week in the districts looked at last, largest first: the share over five percent is read', async ({
  page,
}) => {
  const agent = await signedIn(page);
  const fine = watch(page);
  const market = page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Market' });
  await agent.open('/market?places=City:Sedge Ferry|City:Wrenfield&list=new&order=percent');
  await expect(page.getByRole('button', { name: 'Sedge Ferry and Wrenfield' })).toBeVisible();
  await agent.open('/today');
  agent.actions = 0;
  await agent.click(market);
  await expect(page.getByRole('button', { name: 'Sedge Ferry and Wrenfield' })).toBeVisible();
  await agent.click(page.getByRole('button', { name: /cut(, \d+ over 5%)?$/ }));
  const cuts = page.getByRole('region', { name: 'Cut their price' });
  await expect(cuts).toContainText(/median [\d.]+% · (none|[\d.]+% of them) over 5%/);
  await expect(cuts.getByText(/^−[\d.]+%$/).first()).toBeVisible();
  const shares = (await cuts.getByText(/^−[\d.]+%$/).allInnerTexts()).map((each) => Number(each.slice(1, -1)));
  expect(shares).toEqual(shares.toSorted((a, b) => b - a));
  took(agent, 'Price cuts this week in my districts', 2);
  await expectAccessible(page);
  fine();
});

test('all that ever happened at one address', async ({ page }) => {
  const agent = await signedIn(page);
  const { rows } = (await (
    await page.request.post(`${run.web}/api/searches/listings`, {
      data: {
        set: 'fit',
        limit: 1,
        search: {
          version: 1,
          kinds: ['Residential'],
          lines: [{ id: 's', field: 'Status', is: { anyOf: ['Closed'] } }],
          bounds: [],
          order: [{ field: 'CloseDate', direction: 'desc' }],
        },
      },
    })
  ).json()) as ListingsAnswer;
  const address = String(rows[0]?.['UnparsedAddress']);
  await goTo(agent, address);
  await expect(page.getByRole('heading', { name: 'History of the home' })).toBeVisible();
  await expect(page.getByText(/Closed/).first()).toBeVisible();
  took(agent, 'All that ever happened at one address', 2);
});

test('comps round an address: picked, and the averages read', async ({ page }) => {
  const agent = await signedIn(page);
  const fine = watch(page);
  const { rows } = (await (
    await page.request.post(`${run.web}/api/searches/listings`, {
      data: { set: 'fit', limit: 1, search: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] } },
    })
  ).json()) as ListingsAnswer;
  const address = String(rows[0]?.['UnparsedAddress']);
  await goTo(agent, address);
  await agent.click(page.getByRole('main').getByRole('link', { name: 'Comps' }));
  const counted = page.getByText(/homes counted/);
  await expect(counted).toContainText(/\d+ of \d+ homes counted/);
  const before = await counted.innerText();
  // the likest are ticked already: one of them is left out, one more is taken in
  const ticks = page.getByRole('checkbox', { name: /^Count / });
  await agent.click(ticks.and(page.locator(':checked')).first());
  await expect(counted).not.toHaveText(before);
  await agent.click(ticks.and(page.locator(':not(:checked)')).last());
  await expect(page.getByRole('row', { name: /^median of \d/ }).first()).toContainText('$');
  took(agent, 'Comps round an address, averages read', 8);
  fine();
});

test('why did my search drop to nothing: the line at fault shows', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.setLine('Beds', '3 or more');
  await agent.setLine('List price', 'up to 45k');
  agent.actions = 0;
  expect(await agent.count('fit')).toBe(0);
  const held = async (label: string): Promise<number> =>
    Number(
      (
        await agent
          .line(label)
          .getByRole('button', { name: /holds back/ })
          .innerText()
      ).replaceAll(',', ''),
    );
  expect(await held('List price')).toBeGreaterThan(0);
  expect(await held('Beds')).toBe(0);
  took(agent, 'Why did my search drop to nothing', 0);
});

test('five of forty results onto a new shortlist for the client', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn();
  await agent.openFile('Bashir Odell');
  await agent.open('/search');
  await agent.click(agent.button('New search'));
  await expect(homesOn(page).getByRole('checkbox').nth(4)).toBeAttached();
  agent.actions = 0;
  for (let i = 0; i < 5; i++) await agent.click(homesOn(page).getByRole('checkbox').nth(i));
  await agent.click(agent.button('Shortlist'));
  await agent.type(page.getByRole('searchbox', { name: 'Name of a new shortlist' }), 'Sunday');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/On “Sunday” now/)).toBeVisible();
  took(agent, 'Five results onto a new shortlist', 7);
});

test('the best order for five chosen homes from the office at ten', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn();
  await agent.openFile('Bashir Odell');
  await agent.open('/search');
  await agent.click(agent.button('New search'));
  await expect(homesOn(page).getByRole('checkbox').nth(4)).toBeAttached();
  for (let i = 0; i < 5; i++) await agent.click(homesOn(page).getByRole('checkbox').nth(i));
  agent.actions = 0;
  await agent.click(agent.button('Round …'));
  await agent.click(agent.button('Make the round'));
  await expect(page.getByText(/5 homes|No time for/).first()).toBeVisible();
  await expect(page.getByText(/best order, over soonest: no other is better/)).toBeVisible();
  await expect(page.getByLabel('Not to start before')).toHaveValue('10:00');
  await expect(page.getByRole('button', { name: 'Office', exact: true })).toHaveCount(2);
  took(agent, 'The best order for five chosen homes from the office at ten', 4);
  // into another order by the keyboard, and back to the best
  const rows = page.getByRole('region', { name: 'The homes in their order' }).getByRole('listitem');
  const first = (await rows.first().getByRole('link').last().innerText()).trim();
  await rows.first().getByRole('button', { name: /^Move/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('your own order')).toBeVisible();
  await expect(rows.nth(1)).toContainText(first);
  await agent.click(agent.button('Best order'));
  await expect(page.getByText(/no other is better/)).toBeVisible();
});

test('two homes that a client asked for are put into Saturday’s round, and its calendar file sent', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn();
  const clients = (await (await page.request.get(`${run.web}/api/clients`)).json()) as { id: string; name: string }[];
  const { id: clientId = '' } = clients.find(({ name }) => name.startsWith('Bashir')) ?? {};
  const agreement = { from: '2026-01-01', until: '2026-12-31', scope: 'A home in the county' };
  await page.request.patch(`${run.web}/api/clients/${clientId}`, { data: { agreement } });
  const search = {
    ...{ version: 1, kinds: ['Residential'], bounds: [], order: [] },
    lines: [{ id: 'a', field: 'Status', is: { anyOf: ['Active'] } }],
  };
  const listed = await page.request.post(`${run.web}/api/searches/listings`, { data: { search, set: 'fit' } });
  const { rows } = (await listed.json()) as ListingsAnswer;
  // some offices answer only when they are reminded
  const prompt = rows.filter(({ ListingKey }) => Number(ListingKey.replace(/\D/g, '')) % 14 !== 13);
  for (const { ListingKey } of prompt.slice(20, 22))
    await page.request.post(`${run.web}/api/showings`, { data: { clientId, listingKey: ListingKey, wish: 'On Saturday?' } });
  agent.actions = 0;
  await agent.click(page.getByRole('link', { name: 'Showings' }).first());
  await agent.click(page.getByRole('button', { name: /^Round for Bashir Odell/ }));
  await agent.click(agent.button('Make the round'));
  await agent.click(agent.button('Ask the offices'));
  // answers come by themselves
  await expect(page.getByText('Confirmed', { exact: true })).toHaveCount(2);
  await agent.click(agent.button('Send the day'));
  await agent.click(page.getByRole('tooltip').getByRole('button', { name: 'Send', exact: true }));
  await expect(page.getByText(/^Sent to \d+ (person|people)\.$/)).toBeVisible();
  took(agent, 'Two homes a client asked for into Saturday’s round, the calendar file sent', 6);
});

import { expect, test } from '@playwright/test';
import { Agent, expectAccessible, found, run, watch } from './driver.js';

test('a wrong password is answered with what to do, and loses nothing typed', async ({ page }) => {
  const agent = new Agent(page);
  await agent.open('/search');
  await expectAccessible(page);
  await page.getByLabel('E-mail address').fill('juno@wayfarer.example');
  await page.getByLabel('Password').fill('not it');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('do not go together');
  await expect(page.getByLabel('E-mail address')).toHaveValue('juno@wayfarer.example');
});

test('where the server cannot be reached the page says so, and comes when it can', async ({ page }) => {
  await page.route('**/api/deployment', (route) => route.abort());
  const agent = new Agent(page);
  await agent.open();
  await expect(page.getByRole('heading', { name: 'Perambula cannot be reached' })).toBeVisible();
  await expectAccessible(page);
  await page.unroute('**/api/deployment');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByLabel('E-mail address')).toBeVisible();
});

test('the search view paints within two seconds and answers each keystroke', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.count('fit');
  await agent.addLine('List price');
  const field = page.getByRole('textbox', { name: 'List price', exact: true });
  const typed = '450k';
  const answered = page.waitForResponse(
    (response) => response.url().endsWith('/searches/count') && (response.request().postData() ?? '').includes('450000'),
  );
  await field.pressSequentially(typed);
  await answered;
  await expect(agent.line('List price').getByRole('status')).toHaveText('up to $450,000');
});

test('450 for a house is read as thousands, said so, and taken back with one key', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.addLine('List price');
  await agent.type(page.getByRole('textbox', { name: 'List price', exact: true }), '450');
  await expect(agent.line('List price').getByRole('status')).toContainText('$450,000, read from 450');
  expect(await agent.count('fit')).toBeGreaterThan(10);
  await page.keyboard.press('Escape');
  await expect(agent.line('List price').getByRole('status')).toHaveText('up to $450');
  expect(await agent.count('fit')).toBe(0);
});

test('the finder goes to an address and to a file by keyboard alone', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('bashir');
  await expect(page.getByRole('option').filter({ hasText: 'Bashir Odell' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Bashir Odell' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('st, port');
  const home = found(page, 'Homes').first();
  await expect(home).toContainText('St, Port Ostrey');
  const [address = ''] = (await home.innerText()).split('\n');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: address })).toBeVisible();
  fine();
});

test('views without an answer say what would be there', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn();
  await agent.openFile('Rowan Vey');
  await agent.open('/shortlists');
  await expect(page.getByText('No shortlist yet')).toBeVisible();
  await agent.open('/nowhere');
  await expect(page.getByText('Nothing is kept at this address')).toBeVisible();
  await agent.open('/clients');
  await expect(page.getByRole('link', { name: 'Rowan Vey' })).toBeVisible();
  await expectAccessible(page);
});

test('a file of listings is read with a report, and its homes are found, looked up and saved as a file', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  await agent.click(page.getByRole('button', { name: /where listings come from/ }));
  await agent.click(page.getByRole('menuitem', { name: 'Where listings come from' }));
  await expect(page.getByText('Up to date.')).toBeVisible();
  const mine = {
    name: 'mine.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Listing Key,PropertyType,StandardStatus,ListPrice,City,UnparsedAddress,Colour\nMINE1,Residential,Active,"$412,000",Wrenfield,"3 Thimble Ct, Wrenfield",blue\nMINE2,Residential,Sold,1,Wrenfield,,\n',
    ),
  };
  // for oneself first, and taken out again
  await page.locator('input[type=file]').setInputFiles(mine);
  await expect(page.getByText('1 listing of your own is in your searches.')).toBeVisible();
  await agent.click(agent.button('Take them out …'));
  await agent.click(agent.button('Take them out'));
  await expect(page.getByText('of your own is in your searches')).toBeHidden();
  // then for everybody
  await agent.click(page.getByText('Everybody sees them'));
  await page.locator('input[type=file]').setInputFiles(mine);
  await expect(page.getByText('2 read: 1 new, 0 changed, 0 as they were, 1 refused.')).toBeVisible();
  await expect(page.getByText('Read as: Listing Key as ListingKey.')).toBeVisible();
  await expect(page.getByText('Left out, not being kept: Colour.')).toBeVisible();
  await expect(page.getByText('MINE2: StandardStatus is "Sold"')).toBeVisible();
  await expectAccessible(page);

  await agent.open('/listings/MINE1');
  await expect(page.getByRole('heading', { name: '3 Thimble Ct, Wrenfield' })).toBeVisible();
  await expect(page.getByText('The county has no parcel under this listing’s number.')).toBeVisible();

  await agent.open('/search');
  await agent.click(agent.button('New search'));
  const fit = await agent.count('fit');
  await agent.click(page.getByRole('button', { name: 'Save these listings as a file' }));
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /As a table/ }).click(),
  ]);
  const lines = (await streamText(await download.createReadStream())).trim().split('\r\n');
  expect(lines.filter((line) => /OST\d{7}|MINE1/.test(line))).toHaveLength(fit);
  expect(lines[0]).toContain('ListingKey');
  fine();
});

async function streamText(stream: NodeJS.ReadableStream): Promise<string> {
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  return text;
}

test('another feed is looked at before it is read: what of it can be, and what its own names mean', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/feed');
  await agent.click(agent.button('Read another feed …'));
  await agent.type(page.getByLabel('Address of the feed’s service'), `${run.feed.url}/careless`);
  await agent.type(page.getByRole('textbox', { name: 'Token' }), run.feed.token);
  await agent.click(agent.button('Look at its first listings'));
  const preview = page.getByRole('region', { name: 'Its first listings' });
  await expect(preview.getByText('100 of its first 100 listings can be read.')).toBeVisible();
  const price = preview.getByRole('listitem').filter({ hasText: 'AskingPrice' });
  await expect(price).toContainText('List price · ListPrice');
  await expect(preview.getByText('StandardStatus')).toBeVisible();
  await expectAccessible(page);
  // without what a listing must have, none can be read, and the reason is told
  const status = preview.getByRole('listitem').filter({ hasText: /^Stat/ });
  await status.hover();
  await agent.click(status.locator('.ant-select-clear'));
  await expect(preview.getByText('0 of its first 100 listings can be read.')).toBeVisible();
  await expect(preview.getByText('StandardStatus is missing')).toBeVisible();
  await expect(agent.button('Read this feed')).toBeDisabled();
  await agent.click(agent.button('Leave it'));
  await expect(page.getByText('Up to date.')).toBeVisible();
  fine();
});

test('the question mark lists what the keyboard does', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn();
  await page.keyboard.press('?');
  const list = page.getByRole('dialog', { name: 'On the keyboard' });
  await expect(list.getByText('Add a line to the search')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(list).toBeHidden();
});

test('on a telephone no page scrolls sideways, with all that the agent has on it', async ({ browser }) => {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await phone.newPage();
  const agent = new Agent(page);
  await agent.signIn('/today');
  const get = async <T>(path: string): Promise<T> => (await (await page.request.get(`${run.web}${path}`)).json()) as T;
  const searches = await get<{ id: string; clientId: string | null }[]>('/api/searches');
  const ofClient = searches.find(({ clientId }) => clientId !== null);
  const [shortlist] = await get<{ id: string; items: { listingKey: string }[] }[]>('/api/shortlists');
  const post = async <T>(path: string, data: object): Promise<T> =>
    (await (await page.request.post(`${run.web}${path}`, { headers: { origin: run.web }, data })).json()) as T;
  const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
  const { rows } = await post<{ rows: { ListingKey: string }[] }>('/api/searches/listings', { search, set: 'fit', limit: 5 });
  const listingKeys = rows.map(({ ListingKey }) => ListingKey);
  const round = await post<{ id: string }>('/api/rounds', { clientId: ofClient?.clientId, on: '2026-04-25', listingKeys });
  for (const path of [
    '/today',
    '/clients',
    `/clients/${ofClient?.clientId}`,
    `/clients/${ofClient?.clientId}/needs`,
    `/clients/${ofClient?.clientId}/alerts/${ofClient?.id}`,
    `/shortlists/${shortlist?.id}`,
    `/send?to=${ofClient?.clientId}&homes=${shortlist?.items.map(({ listingKey }) => listingKey).join(',')}`,
    '/comps',
    '/market',
    '/showings',
    `/showings/rounds/${round.id}`,
    '/sent',
    '/mailbox',
    '/feed',
    '/setup',
    '/your-page',
    `/search/compare?a=${ofClient?.id}&b=${searches[0]?.id}`,
    '/nowhere',
  ]) {
    await agent.open(path);
    await expect(page.getByRole('main').getByRole('heading').first()).toBeVisible();
    const sideways = await page
      .locator('main, main *')
      .evaluateAll((all: HTMLElement[]) =>
        all
          .filter(
            (each) => ['auto', 'scroll'].includes(getComputedStyle(each).overflowX) && each.scrollWidth > each.clientWidth + 1,
          )
          .map((each) => each.getAttribute('class')),
      );
    expect([path, sideways]).toEqual([path, []]);
  }
  await phone.close();
});

test('a visitor says on a telephone what they look for, and asks to hear of more', async ({ browser }) => {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await phone.newPage();
  await page.goto(`${run.web}/with/juno-albright`);
  const count = page.getByRole('status').filter({ hasText: /fits? (this )?now/ });
  await expect(count).toContainText(/^\d+ homes fit now/);
  const before = await count.textContent();
  await page.getByRole('group', { name: 'Bedrooms, at least' }).getByRole('button', { name: '4' }).click();
  await page.getByLabel('Price, at most').fill('450k');
  await expect(count).not.toHaveText(before ?? '');
  await expect(page.getByRole('article').first()).toBeVisible();
  const anywhere = await count.textContent();
  await page.getByRole('button', { name: 'Draw where on the map' }).click();
  const map = page.getByRole('application', { name: 'Draw round where you would live' });
  await map.scrollIntoViewIfNeeded();
  const { x, y, width, height } = (await map.boundingBox()) as { x: number; y: number; width: number; height: number };
  const corner = (right: number, down: number): [number, number] => [x + width * right, y + height * down];
  await page.mouse.move(...corner(0.3, 0.3));
  await page.mouse.down();
  for (const to of [corner(0.7, 0.3), corner(0.7, 0.7), corner(0.3, 0.7), corner(0.3, 0.32)])
    await page.mouse.move(...to, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Take back the area' })).toBeVisible();
  await expect(count).not.toHaveText(anywhere ?? '');
  await expectAccessible(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  // the address holds it all, and brings it back
  await page.reload();
  await expect(page.getByText('Up to $450,000', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take back the area' })).toBeVisible();
  await page.getByLabel('Your name').fill('Odile Fenwright');
  await page.getByLabel('E-mail address').fill('odile@fenwright.example');
  await page.getByRole('button', { name: 'Ask for these homes' }).click();
  await expect(page.getByText('A message is on its way to odile@fenwright.example.')).toBeVisible();
  await phone.close();
});

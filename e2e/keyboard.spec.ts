import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { Agent, expectAccessible, found, homesOn, mapOn, rowsOn, run, sentenceOn, watch } from './driver.js';

test.use({ contextOptions: { reducedMotion: 'no-preference' } });

/** A line is chosen by a few letters of its name, typed, and done with Enter. */
async function typeLine(page: Page, letters: string, label: string, value: string): Promise<void> {
  await page.keyboard.press('l');
  await expect(page.getByRole('textbox', { name: 'Find a field' })).toBeFocused();
  await page.keyboard.type(letters);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: label, exact: true })).toBeFocused();
  await page.keyboard.type(value);
  await page.keyboard.press('Enter');
}

test('a search is built, changed and saved by the keyboard alone', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await page.getByRole('button', { name: 'New search', exact: true }).press('Enter');
  const all = await agent.count('fit');

  await page.locator('body').press('Escape');
  await typeLine(page, 'bedr', 'Beds', '3+');
  await typeLine(page, 'bath', 'Baths', '1.5 or more');
  await typeLine(page, 'list pr', 'List price', '300-450k');
  await expect(sentenceOn(page)).toContainText('3 beds or more; 1½ baths or more; $300,000 to $450,000.');
  const fit = await agent.count('fit');
  expect(fit).toBeLessThan(all);

  // a line is edited where it stands
  await agent
    .line('Beds')
    .getByRole('button', { name: /\. Edit$/ })
    .press('Enter');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('2 or more');
  await page.keyboard.press('Enter');
  expect(await agent.count('fit')).toBeGreaterThanOrEqual(fit);
  await sentenceOn(page).click();
  await page.keyboard.press('Control+z');
  expect(await agent.count('fit')).toBe(fit);

  // what a line holds back opens as the homes that it counts
  const holds = agent.line('List price').getByRole('button', { name: /holds back/ });
  const held = Number(await holds.innerText());
  await holds.press('Enter');
  await expect(homesOn(page)).not.toHaveCount(0);
  await expect(homesOn(page).first()).toContainText(/over|under/);
  await agent.open(new URL(page.url()).pathname + new URL(page.url()).search);
  await expect(page.getByRole('button', { name: /^only by list price/ })).toBeVisible();
  expect(held).toBeGreaterThan(0);

  await page.getByRole('button', { name: 'Save …' }).press('Enter');
  await expect(page.getByLabel('Name of the search')).toBeFocused();
  await page.keyboard.type('By keyboard');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Saved among your own searches.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'By keyboard' })).toBeVisible();
  fine();
});

test('what a client needs is asked, becomes a search, and says there who asked for it, by the keyboard alone', async ({
  page,
}) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  const clients = (await (await page.request.get(`${run.web}/api/clients`)).json()) as { id: string; name: string }[];
  await agent.open(`/clients/${clients.find(({ name }) => name.startsWith('Rowan'))?.id}`);
  await page.getByRole('link', { name: 'Ask them' }).press('Enter');
  const asked = (question: string) => page.getByRole('region', { name: question });
  const say = async (question: string, words: string): Promise<void> => {
    await asked(question).getByRole('textbox').focus();
    await page.keyboard.type(words);
    await page.keyboard.press('Enter');
    await expect(asked(question).getByRole('listitem').filter({ hasText: words })).toBeVisible();
  };
  await say('What must it have?', '2 beds, under 500k');
  await say('What must it have?', 'houses, a kind neighbour');
  await say('What would be nice?', 'a garage');
  await expect(asked('What must it have?')).toContainText('no listing tells: “kind neighbour”; kept as a note');
  const makes = page.getByRole('complementary', { name: 'What it makes' });
  await expect(makes).toContainText(/[\d,]+ fit/);
  const fit = (await makes.getByText(/fit ·/).innerText()).split(' ')[0];
  await expectAccessible(page);
  await makes.getByRole('button', { name: 'Begin a search with these' }).press('Enter');
  await expect(sentenceOn(page)).toContainText(
    'Houses; active, coming soon; 2 beds or more; up to $500,000. Would be nice: garage',
  );
  expect((await agent.count('fit')).toLocaleString('en-US')).toBe(fit);
  await expect(agent.line('Beds')).toContainText('Rowan asked for it');
  fine();
});

test('any kind of line is typed as it reads, by the keyboard alone, in under a minute’s typing', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await page.getByRole('button', { name: 'New search', exact: true }).press('Enter');
  await agent.count('fit');
  let keys = 0;
  const add = async (letters: string, label: string, value: string, reads: string): Promise<void> => {
    // the key that opens the catalogue, and Enter after each
    keys += 1 + letters.length + 1 + value.length + 1;
    await typeLine(page, letters, label, value);
    // the line has the focus again, and reads as what was understood
    await expect(page.getByRole('button', { name: `${label}: ${reads}. Edit` })).toBeFocused();
  };
  await add('waterfront', 'Waterfront', '', 'yes');
  await add('heating', 'Heating', 'heat pump or forced', 'Heat Pump, Forced Air');
  await add('bank-owned', 'Special listing conditions', 'not auction', 'not Auction');
  await add('public remarks', 'Public remarks', 'workshop, studio in any form', 'mentions workshop, studio, in any form');
  await add('street', 'Street name', 'Lantern Lane', 'is Lantern Lane');
  await add('open house', 'Open house', 'next 7 days', 'next 7 days');
  await add('price moved', 'Price change', 'down 5% in the last 30 days', 'last 30 days, down by 5% or more');
  await add('townhouse', 'Property subtype', '', 'Townhouse');
  // the statuses of the usual lines are edited, and not asked twice
  await add('sold', 'Status', 'active, or closed since October', 'Active, Closed since Oct 1, 2025');
  // common practice: sixty words of five keys a minute
  console.log(`  Nine lines of nine kinds by keyboard: ${keys} keys of at most 300`);
  expect(keys).toBeLessThanOrEqual(300);
  await expect(sentenceOn(page)).toContainText('active, closed since Oct 1, 2025');

  // what cannot be read says why, and the line stays open with the last good value
  await page.keyboard.press('Enter');
  await page.keyboard.type('gone');
  await page.keyboard.press('Enter');
  await expect(agent.line('Status').getByRole('status')).toContainText('“gone” is no status');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Status: Active, Closed since Oct 1, 2025. Edit' })).toBeFocused();

  // from line to line; one is taken out, and taken back
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  await expect(sentenceOn(page)).not.toContainText('closed since');
  await page.keyboard.press('Control+z');
  await expect(sentenceOn(page)).toContainText('closed since');

  // values can be ticked without the mouse, too
  await page.getByRole('button', { name: /^Heating: / }).press('Enter');
  await page.keyboard.type('wood, ');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('checkbox', { name: /^Heat Pump/ })).toBeFocused();
  await page.keyboard.press('Space');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Heating: Wood Stove, Heat Pump. Edit' })).toBeFocused();
  fine();
});

test('nothing typed right after a key is lost', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.count('fit');
  await sentenceOn(page).click();
  await page.keyboard.type('lnew construction', { delay: 25 });
  await expect(page.getByRole('textbox', { name: 'Find a field' })).toHaveValue('new construction');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'New construction' })).toBeFocused();
});

test('a field chosen in the very moment that the catalogue has opened takes the focus, and keeps it', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.count('fit');
  await sentenceOn(page).click();
  await page.evaluate(() => {
    const watch = new MutationObserver(() => {
      const opening = document.querySelector('.ant-popover[class*="appear-active"], .ant-popover[class*="enter-active"]');
      const field = opening?.querySelector<HTMLInputElement>('input[aria-label="Find a field"]');
      if (!opening || !field) return;
      watch.disconnect();
      setTimeout(() => {
        // one after the other, before the page is drawn
        opening.dispatchEvent(new AnimationEvent('animationend', { bubbles: true }));
        field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
      });
    });
    watch.observe(document.body, { subtree: true, childList: true, attributes: true, attributeFilter: ['class'] });
  });
  await page.keyboard.press('l');
  const editor = page.locator('[data-typed]');
  await expect(editor).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Find a field' })).toBeHidden();
  await expect(editor).toBeFocused();
});

test('one of several lines is typed whole, each letter in the same field', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await page.getByRole('button', { name: 'New search', exact: true }).press('Enter');
  await page.keyboard.press('l');
  await expect(page.getByRole('textbox', { name: 'Find a field' })).toBeFocused();
  await page.keyboard.type('garage');
  await page.keyboard.press('Enter');
  await page.keyboard.type('2 or more');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'More about Garage' }).press('Enter');
  await page.getByRole('menuitem', { name: 'This, or something else' }).click();
  await expect(page.getByRole('textbox', { name: 'Find a field' })).toBeFocused();
  await page.keyboard.type('lot');
  await page.keyboard.press('Enter');
  const field = page.getByRole('textbox', { name: 'Lot', exact: true });
  await expect(field).toBeFocused();
  await page.keyboard.type('3.5 or more', { delay: 60 });
  await expect(field).toHaveValue('3.5 or more');
  await page.keyboard.press('Enter');
  await expect(sentenceOn(page)).toContainText('either garage 2 spaces or more or lot 3½ ac or more');
});

test('a search typed as people speak becomes lines, and what was not understood is offered', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  agent.actions = 0;
  await agent.press('Control+k');
  const words = 'houses under 450k, 3 beds, 1.5 baths, ideally a deck, not bank-owned, quiet street';
  await agent.type(page.getByRole('combobox', { name: 'Find anything' }), words);
  await expect(found(page, 'Search')).toContainText('not understood: “quiet street”');
  await expect(found(page, 'Search')).toContainText(/\d+ homes? fits?/);
  await agent.press('Enter');
  await expect(sentenceOn(page)).toContainText(
    'Houses; active, coming soon; up to $450,000; 3 beds or more; 1½ baths or more; special listing conditions not Real Estate Owned. Would be nice: exterior features Deck.',
  );
  const fit = await agent.count('fit');
  expect(fit).toBeGreaterThan(0);
  expect(agent.actions).toBeLessThanOrEqual(3);
  // those with a deck come first, and say so
  await expect(homesOn(page).first()).toContainText('Deck');

  const unread = page.getByRole('list', { name: 'Not understood' });
  await unread.getByRole('button', { name: 'seek it in remarks' }).press('Enter');
  await expect(unread).toBeHidden();
  await expect(sentenceOn(page)).toContainText('public remarks mentions quiet street');
  await sentenceOn(page).click();
  await page.keyboard.press('Control+z');
  expect(await agent.count('fit')).toBe(fit);
  fine();
});

test('a line is left out on trial and put back by one key; the advice’s change is made at a click', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('under 300k, 4 beds');
  await expect(found(page, 'Search')).toContainText(/\d+ homes? fits?/);
  await page.keyboard.press('Enter');
  await expect(sentenceOn(page)).toContainText('up to $300,000');
  const fit = await agent.count('fit');
  const held = Number(
    await agent
      .line('List price')
      .getByRole('button', { name: /holds back/ })
      .innerText(),
  );
  await agent.line('List price').hover();
  await page.getByRole('button', { name: 'More about List price' }).click();
  await page.getByText(/^Try without it/).click();
  await expect.poll(() => agent.count('fit')).toBe(fit + held);
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect.poll(() => agent.count('fit')).toBe(fit);

  const advice = page.getByRole('listitem').filter({ hasText: 'adds' });
  await expect(advice).toBeVisible();
  const adds = Number(/adds (\d+)\./.exec(await advice.innerText())?.[1]);
  await advice.getByRole('button', { name: /Do that/ }).click();
  await expect.poll(() => agent.count('fit')).toBe(fit + adds);
  fine();
});

test('a line is removed, and back comes all that it held', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  const all = await agent.count('fit');
  await agent.setLine('List price', 'up to 250k');
  const cheap = await agent.count('fit');
  const held = Number(
    await agent
      .line('List price')
      .getByRole('button', { name: /holds back/ })
      .innerText(),
  );
  expect(cheap + held).toBe(all);
  await agent.line('List price').getByRole('button', { name: 'Remove List price' }).press('Enter');
  expect(await agent.count('fit')).toBe(all);
});

test('back, forward and a bookmark lead where they led before', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search?as=table&show=missByOne');
  await expect(page.getByRole('columnheader', { name: 'Price' })).toBeVisible();
  await expect(page.getByRole('button', { name: /miss by one$/ })).toHaveAttribute('aria-pressed', 'true');
  await agent.click(rowsOn(page).getByRole('link').first());
  await expect(page.getByRole('heading', { name: 'History of the home' })).toBeVisible();
  const listing = page.url();
  await page.goBack();
  await expect(page.getByRole('columnheader', { name: 'Price' })).toBeVisible();
  await page.goForward();
  await expect(page).toHaveURL(listing);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'History of the home' })).toBeVisible();
});

test('the mark on the map and the card in the list are one: pointing at either shows the other', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.count('fit');
  const card = homesOn(page).nth(1);
  await card.hover();
  await expect(card).toHaveClass(/is-hovered/);
  await expect(page.getByRole('application', { name: /Map of Ostrey County/ })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Statuses on the map' })).toContainText('Active');
});

test('on a telephone Today, a listing, a file and a search fit their width', async ({ browser }) => {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await phone.newPage();
  const agent = new Agent(page);
  await agent.signIn();
  const fits = async (): Promise<void> =>
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await fits();
  await expect(page.getByText('Since you last looked')).toBeVisible();
  await agent.open('/clients');
  await page.getByRole('link', { name: 'Bashir Odell' }).click();
  await expect(page.getByRole('heading', { name: 'Bashir Odell' })).toBeVisible();
  await fits();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('st, port');
  await found(page, 'Homes').first().click();
  await expect(page.getByRole('heading', { name: 'For you only' })).toBeVisible();
  await fits();
  await expectAccessible(page);

  // a search: its lines, the map, the list, one at a time below what it finds
  await agent.open('/search');
  const shown = async (): Promise<void> =>
    expect(await page.getByRole('main').evaluate((view) => view.scrollWidth - view.clientWidth)).toBe(0);
  await agent.count('fit');
  await shown();
  await page.getByRole('button', { name: /^Add a line/ }).click();
  await page.getByRole('textbox', { name: 'Find a field' }).fill('corner lot');
  await fits();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(agent.line('Lot features').getByRole('button', { name: /\. Edit$/ })).toHaveText('Corner Lot');
  await page.getByRole('button', { name: /fit$/ }).click();
  await expect(page.getByRole('region', { name: 'Results', exact: true })).toBeVisible();
  await expect(mapOn(page)).toBeHidden();
  await shown();
  await page.getByText('Map', { exact: true }).click();
  await expect(mapOn(page).locator('canvas').first()).toBeVisible();
  await shown();
  await expectAccessible(page);
  await phone.close();
});

test('another feed that is none is refused with a sentence, and what was typed stays', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/feed');
  await expect(page.getByText('Up to date.')).toBeVisible();
  await agent.click(agent.button('Read another feed …'));
  await expect(page.getByLabel('Address of the feed’s service')).toBeFocused();
  await page.keyboard.type('not an address');
  await page.getByLabel('Token', { exact: true }).fill('x');
  await agent.click(agent.button('Look at its first listings'));
  await expect(page.getByText(/Give the feed’s address in full/)).toBeVisible();
  await page.getByLabel('Address of the feed’s service').fill('http://127.0.0.1:9/odata');
  await agent.click(agent.button('Look at its first listings'));
  await expect(page.getByText(/it is an address of an internal network/)).toBeVisible();
  await expect(page.getByLabel('Address of the feed’s service')).toHaveValue('http://127.0.0.1:9/odata');
  await agent.click(agent.button('Leave it'));
  await expect(agent.button('Read another feed …')).toBeVisible();
  await expectAccessible(page);
});

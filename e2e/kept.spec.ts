import { expect, test } from '@playwright/test';
import { Agent, expectAccessible, sentenceOn, watch } from './driver.js';

test('a search left unfinished is picked up another day, by its address and from the list', async ({ page, browser }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.setLine('List price', 'up to 345k');
  const fit = await agent.count('fit');
  await expect(page).toHaveURL(/draft=/);
  const address = page.url();
  await agent.press('n');
  await expect(page).not.toHaveURL(/draft=/);
  await expect(sentenceOn(page)).not.toContainText('$345,000');

  // at another desk, by the address alone
  const other = await browser.newPage();
  await new Agent(other).signIn();
  await other.goto(address);
  await expect(sentenceOn(other)).toContainText('up to $345,000');
  await other.close();

  // and here, from the list
  await agent.press('o');
  await page.getByRole('textbox', { name: 'Find a search' }).fill('345');
  await expectAccessible(page);
  await page.getByRole('tooltip').getByRole('button').filter({ hasText: 'up to $345,000' }).click();
  await expect(sentenceOn(page)).toContainText('up to $345,000');
  expect(await agent.count('fit')).toBe(fit);

  // saved, it is unfinished no more
  await agent.click(agent.button('Save …'));
  await agent.type(page.getByRole('searchbox', { name: 'Name of the search' }), 'Three four five');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Saved among your own searches.')).toBeVisible();
  await page.keyboard.press('Escape');
  await agent.press('o');
  await page.getByRole('textbox', { name: 'Find a search' }).fill('345');
  await expect(page.getByText('No search has that in it.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Find a search' }).fill('three four');
  await expect(page.getByRole('tooltip').getByRole('button').filter({ hasText: 'Three four five' })).toBeVisible();
  fine();
});

test('new searches begin with the agent’s usual lines, one key away', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.setLine('Beds', '3 or more');
  await agent.click(agent.button('More about this search'));
  await agent.click(page.getByRole('menuitem', { name: 'Start others from it …' }));
  await agent.type(page.getByRole('textbox', { name: 'Name of the starting set' }), 'Families');
  await page.keyboard.press('Enter');
  await expect(page.getByText('New searches begin with this now.')).toBeVisible();
  await agent.setLine('Beds', '5 or more');
  await page.keyboard.press('Escape');
  await agent.press('n');
  await expect(sentenceOn(page)).toContainText('3 beds or more');

  // no longer the default, and forgotten
  await agent.press('o');
  await agent.click(page.getByRole('button', { name: 'Families: new searches begin with it' }));
  await expect(page.getByRole('button', { name: 'Families: new searches begin with it' })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await agent.click(page.getByRole('button', { name: 'Forget the starting set Families' }));
  await page.keyboard.press('Escape');
  await agent.press('n');
  await expect(sentenceOn(page)).not.toContainText('3 beds');
});

test('a search tells what it was, what changed in lines and in homes, and goes back', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.setLine('List price', 'up to 300k');
  const before = await agent.count('fit');
  await agent.click(agent.button('Save …'));
  await agent.type(page.getByRole('searchbox', { name: 'Name of the search' }), 'Ceilings');
  await page.keyboard.press('Enter');
  await expect(agent.button('Saved')).toBeVisible();
  await agent.setLine('List price', 'up to 400k');
  const after = await agent.count('fit');
  await agent.click(agent.button('Save 1 change'));
  await expect(agent.button('Saved')).toBeVisible();
  await agent.click(agent.button('More about this search'));
  await agent.click(page.getByRole('menuitem', { name: 'Earlier states …' }));
  const states = page.getByRole('dialog', { name: 'Earlier states' });
  await expect(states).toContainText('up to $300,000 up to $400,000');
  await expect(states).toContainText(`Of today’s homes: ${after - before} more, 0 fewer, ${before} the same.`);
  await expectAccessible(page);

  await agent.click(page.getByRole('link', { name: 'Compare the two' }));
  await expect(page.getByRole('button', { name: /only in the second/ }).locator('b')).toHaveText(String(after - before));
  await expect(page.getByRole('article')).toHaveCount(Math.min(200, after - before));
  await expectAccessible(page);
  await agent.click(page.getByRole('button', { name: /only in the first/ }));
  await expect(page.getByText('No home is only in the first.')).toBeVisible();

  await page.goBack();
  await page.goBack();
  await agent.click(agent.button('More about this search'));
  await agent.click(page.getByRole('menuitem', { name: 'Earlier states …' }));
  await agent.click(agent.button('Go back to this'));
  expect(await agent.count('fit')).toBe(before);
  await expect(agent.button('Save 1 change')).toBeVisible();
  fine();
});

test('a search written to a file is read from it again', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.setLine('List price', 'up to 355k');
  const fit = await agent.count('fit');
  await agent.click(agent.button('Save these listings as a file'));
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'As OGC CQL2 in text' }).click(),
  ]);
  const path = await download.path();
  await agent.press('n');
  await expect(sentenceOn(page)).not.toContainText('$355,000');
  await agent.press('o');
  await page.getByRole('tooltip').locator('input[type=file]').setInputFiles(path);
  await expect(sentenceOn(page)).toContainText('up to $355,000');
  expect(await agent.count('fit')).toBe(fit);
  await expect(page.getByRole('textbox', { name: 'Find a search' })).toHaveCount(0);
  await agent.press('o');
  await page
    .getByRole('tooltip')
    .locator('input[type=file]')
    .setInputFiles({ name: 'wrong.txt', mimeType: 'text/plain', buffer: Buffer.from('ListPrice <=') });
  await expect(page.getByText('The filter ends where a value is needed.')).toBeVisible();
  await expect(sentenceOn(page)).toContainText('up to $355,000');
  fine();
});

import { expect, test } from '@playwright/test';
import { Agent, expectAccessible, homesOn, sentenceOn, watch } from './driver.js';

test('either a garage or a basement: by keyboard, with what each adds', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  const all = await agent.count('fit');
  await agent.setLine('Garage', '2 or more');
  const garage = await agent.count('fit');
  await page.getByRole('button', { name: 'More about Garage' }).press('Enter');
  await page.getByRole('menuitem', { name: 'This, or something else …' }).click();
  // the catalogue stands open for what else it may be
  await page.getByRole('textbox', { name: 'Find a field' }).fill('stories');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Stories' }).fill('exactly 1');
  await page.keyboard.press('Enter');
  const either = await agent.count('fit');
  expect(either).toBeGreaterThan(garage);
  expect(either).toBeLessThan(all);
  const row = agent.line('Either');
  const [garageAdds, storiesAdds] = (await row.getByText(/^adds [\d,]+$/).allInnerTexts()).map((text) =>
    Number(text.replace(/\D/g, '')),
  );
  expect(storiesAdds).toBe(either - garage);
  expect(garageAdds).toBeGreaterThan(0);
  await expect(sentenceOn(page)).toContainText('either garage 2 spaces or more or stories exactly 1');
  await expectAccessible(page);

  // one of the two must hold together with a further line
  await row.getByRole('button', { name: 'and …' }).nth(1).click();
  await page.getByRole('textbox', { name: 'Find a field' }).fill('bedrooms');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Beds' }).fill('3 or more');
  await page.keyboard.press('Enter');
  expect(await agent.count('fit')).toBeLessThan(either);

  // taken apart again, and undone
  await row.getByRole('button', { name: 'Remove Beds from these' }).click();
  expect(await agent.count('fit')).toBe(either);
  await row.getByRole('button', { name: 'Remove Stories from these' }).click();
  expect(await agent.count('fit')).toBe(garage);
  await expect(agent.line('Garage')).toBeVisible();
  await agent.press('Control+z');
  expect(await agent.count('fit')).toBe(either);
  fine();
});

test('what a home costs a month follows what the client brings and borrows', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  const all = await agent.count('fit');
  await agent.addLine('Monthly cost');
  await page.getByRole('textbox', { name: 'Monthly cost' }).fill('up to 2500');
  await page.keyboard.press('Enter');
  const usual = await agent.count('fit');
  expect(usual).toBeGreaterThan(0);
  expect(usual).toBeLessThan(all);
  await expect(sentenceOn(page)).toContainText('with 20% down at 6.5% over 30 years');
  await agent
    .line('Monthly cost')
    .getByRole('button', { name: /\. Edit$/ })
    .click();
  await page.getByRole('spinbutton', { name: 'Paid down' }).fill('60');
  await expect(sentenceOn(page)).toContainText('with 60% down');
  const more = await agent.count('fit');
  expect(more).toBeGreaterThan(usual);
  await page.getByRole('spinbutton', { name: 'Interest' }).fill('12');
  await expect(sentenceOn(page)).toContainText('at 12%');
  expect(await agent.count('fit')).toBeLessThan(more);
  await expectAccessible(page);
  fine();
});

test('homes with an open house soon, and really for sale for long, by keyboard', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  const all = await agent.count('fit');
  await agent.setLine('Open house', 'next 14 days');
  const open = await agent.count('fit');
  expect(open).toBeGreaterThan(0);
  expect(open).toBeLessThan(all);
  await expect(sentenceOn(page)).toContainText('open house next 14 days');
  await agent.line('Open house').getByRole('button', { name: 'Remove Open house' }).click();
  await agent.setLine('For sale since', 'until Jan 31, 2026');
  expect(await agent.count('fit')).toBeLessThan(all);
});

test('how a price moved is one line, typed or chosen; what does not fit says why, the nearest first', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.setLine('Price change', 'down in the last 90 days');
  await expect(sentenceOn(page)).toContainText('price change last 90 days, down');
  const down = await agent.count('fit');
  expect(down).toBeGreaterThan(0);
  // a price that never moved is no blank
  expect(await agent.count('unknown')).toBe(0);
  await agent
    .line('Price change')
    .getByRole('button', { name: /\. Edit$/ })
    .click();
  await page.getByRole('spinbutton', { name: 'At least so many percent' }).fill('3');
  await expect(sentenceOn(page)).toContainText('down by 3% or more');
  const cut = await agent.count('fit');
  expect(cut).toBeLessThan(down);
  await expectAccessible(page);

  await page.getByRole('button', { name: /miss by one/ }).click();
  await expect(page.getByRole('button', { name: 'Nearest first' })).toBeVisible();
  await expect(
    homesOn(page)
      .getByText(/the price (never moved|went (down|up) by \$[\d,]+, [\d.]+%)/)
      .first(),
  ).toBeVisible();

  // with a ceiling the nearest comes first, whatever the order of what fits
  await agent.line('Price change').getByRole('button', { name: 'Remove Price change' }).click();
  await agent.setLine('List price', 'up to 300k');
  const over = async (): Promise<number[]> =>
    (
      await homesOn(page)
        .getByText(/\$[\d,]+ over/)
        .allInnerTexts()
    ).map((text) => Number(text.replace(/\D/g, '')));
  await expect.poll(async () => (await over()).length).toBeGreaterThan(2);
  const misses = await over();
  expect(misses).toEqual([...misses].sort((a, b) => a - b));

  await agent.setLine('Garage', '2 or more');
  await page.getByRole('button', { name: /unknown/ }).click();
  await expect(homesOn(page).first()).toContainText('garage left blank');
  fine();
});

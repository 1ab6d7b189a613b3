import { expect, test } from '@playwright/test';
import { Agent, expectAccessible, watch } from './driver.js';

test('either a garage or a basement: by keyboard, with what each adds', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  await agent.open('/search');
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
  const row = page.locator('.line.is-either');
  const [garageAdds, storiesAdds] = (await row.locator('.either-adds').allInnerTexts()).map((text) =>
    Number(text.replace(/\D/g, '')),
  );
  expect(storiesAdds).toBe(either - garage);
  expect(garageAdds).toBeGreaterThan(0);
  await expect(page.locator('.sentence')).toContainText('either garage 2 spaces or more or stories exactly 1');
  await expectAccessible(page);

  // one of the two must hold together with a further line
  await row.getByRole('button', { name: 'and …' }).nth(1).click();
  await page.getByRole('textbox', { name: 'Find a field' }).fill('bedrooms');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Bedrooms' }).fill('3 or more');
  await page.keyboard.press('Enter');
  expect(await agent.count('fit')).toBeLessThan(either);

  // taken apart again, and undone
  await row.getByRole('button', { name: 'Remove Bedrooms from these' }).click();
  expect(await agent.count('fit')).toBe(either);
  await row.getByRole('button', { name: 'Remove Stories from these' }).click();
  expect(await agent.count('fit')).toBe(garage);
  await expect(agent.line('Garage')).toBeVisible();
  await agent.press('Control+z');
  expect(await agent.count('fit')).toBe(either);
  fine();
});

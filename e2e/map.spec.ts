import { expect, test } from '@playwright/test';
import { Agent, mapOn, offered, sentenceOn, watch } from './driver.js';

test('the map holds every home found: numbers that open, and a list that follows it', async ({ page }) => {
  const agent = new Agent(page);
  const fine = watch(page);
  await agent.signIn();
  const marks = page.waitForResponse((response) => response.url().endsWith('/api/searches/marks'));
  await agent.open('/search');
  await agent.click(agent.button('New search'));
  await agent.click(page.getByRole('button', { name: /^Status: .* Edit$/ }));
  await agent.click(page.getByRole('button', { name: 'Ever listed', exact: true }));
  await page.keyboard.press('Escape');
  expect((await marks).status()).toBe(200);
  const found = await agent.count('fit');
  expect(found).toBeGreaterThan(500);
  await page.waitForTimeout(600);

  // a number is pointed at where homes are thickest, and opens until homes stand by themselves
  const box = await mapOn(page).boundingBox();
  if (!box) throw new Error('no map');
  await agent.click(page.getByRole('checkbox', { name: 'List only what the map shows' }));
  const listed = async (): Promise<number> =>
    Number(/\d+/.exec((await page.getByRole('checkbox', { name: /^Choose all/ }).getAttribute('aria-label')) ?? '')?.[0]);
  // some lie beyond the map's edge
  await expect.poll(listed).toBeLessThan(found);
  const before = await listed();
  expect(before).toBeGreaterThan(found / 2);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  for (let i = 0; i < 4; i++) {
    await page.mouse.wheel(0, -300);
    await page.waitForTimeout(250);
  }
  await expect.poll(listed).toBeLessThan(before / 4);
  await expect(page).toHaveURL(/only=view/);
  await agent.click(page.getByRole('checkbox', { name: 'List only what the map shows' }));
  await expect.poll(listed).toBe(found);
  fine();
});

test('a bound’s side is dragged, and the figures follow; one step takes the whole drag back', async ({ page }) => {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await agent.click(page.getByRole('button', { name: '+ Around a place' }));
  await page.keyboard.type('Ferry Square');
  await expect(offered(page, 'Ferry Square').first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(sentenceOn(page)).toContainText('½ mile around Ferry Square');
  const small = await agent.count('fit');
  await agent.click(page.getByRole('button', { name: /Ferry Square: find it on the map/ }));
  await page.waitForTimeout(700);
  const box = await mapOn(page).boundingBox();
  if (!box) throw new Error('no map');
  // the circle fills the view but for seventy pixels about it
  const radius = Math.min(box.width, box.height) / 2 - 70;
  const [x, y] = [box.x + box.width / 2 + radius, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const counts = new Set<number>();
  for (let i = 1; i <= 12; i++) {
    await page.mouse.move(x - (radius * i) / 16, y);
    await page.waitForTimeout(60);
    counts.add(await agent.count('fit'));
  }
  await page.mouse.up();
  expect(counts.size, 'figures seen on the way').toBeGreaterThan(2);
  expect(await agent.count('fit')).toBeLessThan(small);
  await expect(sentenceOn(page)).not.toContainText('½ mile around');
  await sentenceOn(page).click();
  await page.keyboard.press('Control+z');
  await expect(sentenceOn(page)).toContainText('½ mile around Ferry Square');
  expect(await agent.count('fit')).toBe(small);
});

import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { Agent, expectAccessible, mapOn, offered, sentenceOn, watch } from './driver.js';

/** A new search with its map drawn, and places on it by parts of its width and height. */
async function begun(page: Page): Promise<{ agent: Agent; at: (x: number, y: number) => { x: number; y: number } }> {
  const agent = new Agent(page);
  await agent.signIn('/search');
  await agent.click(agent.button('New search'));
  await expect(mapOn(page).locator('canvas').first()).toBeVisible();
  const box = await mapOn(page).boundingBox();
  if (!box) throw new Error('no map');
  agent.actions = 0;
  return { agent, at: (x, y) => ({ x: box.x + box.width * x, y: box.y + box.height * y }) };
}

const bounds = (page: Page) => page.getByRole('region', { name: 'Where' }).getByRole('group');

test('the pen draws loops, boxes and corners; bounds are moved, doubled and taken back', async ({ page }) => {
  const { agent, at } = await begun(page);
  const fine = watch(page);
  const all = await agent.count('fit');

  // a loop about the towns
  await agent.click(agent.button('+ Draw'));
  const around = Array.from({ length: 24 }, (_, i) => at(0.5 + 0.25 * Math.cos(i / 3.7), 0.55 + 0.2 * Math.sin(i / 3.7)));
  await page.mouse.move(around[0]?.x ?? 0, around[0]?.y ?? 0);
  await page.mouse.down();
  for (const { x, y } of around) await page.mouse.move(x, y, { steps: 2 });
  await page.mouse.up();
  await expect(bounds(page)).toHaveCount(1);
  await expect(bounds(page)).toContainText(/sq mi/);
  const looped = await agent.count('fit');
  expect(looped).toBeLessThan(all);
  expect(looped).toBeGreaterThan(0);

  // a box with Shift adds to it: any of those kept in will do
  await agent.click(agent.button('+ Draw'));
  await page.keyboard.down('Shift');
  await agent.drag(at(0.3, 0.35), at(0.9, 0.9));
  await page.keyboard.up('Shift');
  await expect(bounds(page)).toHaveCount(2);
  const both = await agent.count('fit');
  expect(both).toBeGreaterThanOrEqual(looped);

  // corners kept out; a side that would cross another is refused, and the pen stays
  await agent.click(agent.button('+ Draw'));
  await agent.click(page.getByText('Keep out', { exact: true }));
  for (const [x, y] of [
    [0.4, 0.45],
    [0.6, 0.45],
    [0.6, 0.65],
  ] as const) {
    await page.mouse.click(at(x, y).x, at(x, y).y);
    await page.waitForTimeout(350);
  }
  await page.mouse.click(at(0.5, 0.4).x, at(0.5, 0.4).y);
  await expect(page.getByText('That side would cross one that is drawn. Choose another corner.')).toBeVisible();
  await page.mouse.dblclick(at(0.42, 0.66).x, at(0.42, 0.66).y);
  await expect(bounds(page)).toHaveCount(3);
  const less = await agent.count('fit');
  expect(less).toBeLessThan(both);

  // chosen on the map and dragged as a whole: one step takes it back
  const sentence = sentenceOn(page);
  await page.mouse.click(at(0.8, 0.8).x, at(0.8, 0.8).y);
  await expect(bounds(page).and(page.locator('[aria-current="true"]'))).toHaveCount(1);
  await agent.drag(at(0.8, 0.8), at(0.6, 0.95));
  await expect.poll(() => agent.count('fit')).not.toBe(less);
  await sentence.click();
  await agent.press('Control+z');
  expect(await agent.count('fit')).toBe(less);

  await agent.click(page.getByRole('button', { name: 'More about an area drawn' }).first());
  await agent.click(page.getByRole('menuitem', { name: 'Double it' }));
  await expect(bounds(page)).toHaveCount(4);
  await agent.click(agent.button('Clear all'));
  await expect(bounds(page)).toHaveCount(0);
  expect(await agent.count('fit')).toBe(all);
  await sentence.click();
  await agent.press('Control+z');
  await expect(bounds(page)).toHaveCount(4);
  fine();
});

test('a loop that crosses itself is kept as all that it goes around', async ({ page }) => {
  const { agent, at } = await begun(page);
  await agent.click(agent.button('+ Draw'));
  const eight = [
    [0.4, 0.38],
    [0.6, 0.38],
    [0.4, 0.75],
    [0.6, 0.75],
    [0.41, 0.4],
  ] as const;
  await page.mouse.move(at(...eight[0]).x, at(...eight[0]).y);
  await page.mouse.down();
  for (const place of eight.slice(1))
    await page.mouse.move(at(...(place as [number, number])).x, at(...(place as [number, number])).y, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByText('The loop crossed itself; all that it goes around is kept as one bound.')).toBeVisible();
  await expect(bounds(page)).toHaveCount(1);
  expect(await agent.count('fit')).toBeGreaterThan(0);
});

test('every shape by keyboard alone: corners typed, a box by its corners, a circle and an area by name', async ({ page }) => {
  const { agent } = await begun(page);
  const fine = watch(page);
  const press = async (name: string): Promise<void> => {
    await page.getByRole('button', { name, exact: true }).focus();
    await page.keyboard.press('Enter');
  };
  await press('+ Draw');
  await press('Type the corners');
  await page.keyboard.type('40.63 N 66.05 W\n40.63 N 65.97 W\nFerry Sqare\n40.57, -66.05');
  await expect(page.getByText(/Row 3: “Ferry Sqare” is neither latitude and longitude/)).toBeVisible();
  await expect(agent.button('Add the bound')).toBeDisabled();
  const field = page.getByRole('textbox', { name: 'Corners' });
  await field.fill('40.63 N 66.05 W\n40.57 N 65.97 W\n40.63 N 65.97 W\n40.57 N 66.05 W');
  await expect(page.getByText(/Sides 1 and 3 cross/)).toBeVisible();
  await field.fill('40.63 N 66.05 W\n40.63 N 65.97 W\n40.57 N 65.97 W\n40.57 N 66.05 W');
  await expect(page.getByText(/^4 corners, 17\.\d sq mi, 16\.\d mi around\.$/)).toBeVisible();
  await press('Add the bound');
  await expect(bounds(page)).toHaveCount(1);
  const drawn = await agent.count('fit');
  expect(drawn).toBeGreaterThan(0);
  // nudged and resized where it stands in the list
  await page.getByRole('button', { name: 'an area drawn: find it on the map' }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  for (let i = 0; i < 9; i++) await page.keyboard.press('-');
  await expect.poll(() => agent.count('fit')).toBeLessThan(drawn);
  // a district, found by its name
  await press('Find a place on the map');
  await page.keyboard.type('Ferry Hill');
  await expect(offered(page, /^Ferry Hill$/)).toBeVisible();
  await offered(page, /^Ferry Hill$/).click();
  await press('Keep out Ferry Hill');
  await expect(sentenceOn(page)).toContainText('but not in Ferry Hill');
  fine();
});

test('a bound is kept by name, found by it, and changed in every search that has it', async ({ page }) => {
  const { agent, at } = await begun(page);
  const fine = watch(page);
  await agent.click(agent.button('+ Draw'));
  await page.keyboard.down('Shift');
  await agent.drag(at(0.35, 0.4), at(0.75, 0.75));
  await page.keyboard.up('Shift');
  await agent.click(page.getByRole('button', { name: 'More about an area drawn' }));
  await agent.click(page.getByRole('menuitem', { name: 'Keep for other searches …' }));
  await page.getByRole('textbox', { name: 'Name' }).fill('Within the ring road');
  await expectAccessible(page);
  await agent.click(agent.button('Keep it'));
  await expect(page.getByText('“Within the ring road” is kept. The finder knows it by its name.')).toBeVisible();
  const fit = await agent.count('fit');
  await agent.click(agent.button('Save …'));
  await agent.type(page.getByRole('searchbox', { name: 'Name of the search' }), 'Ring road homes');
  await page.keyboard.press('Enter');
  await expect(agent.button('Saved')).toBeVisible();

  // by its name, in words
  await page.keyboard.press('Control+k');
  await page.keyboard.type('homes within the ring road under 900k');
  await expect(page.getByRole('option').filter({ hasText: 'within Within the ring road' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(bounds(page)).toHaveCount(1);
  await expect(sentenceOn(page)).toContainText('within Within the ring road');

  // changed here, it is asked whether everywhere
  await page.getByRole('button', { name: 'Within the ring road: find it on the map' }).focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('-');
  await agent.click(agent.button('change it everywhere …'));
  await expect(page.getByRole('dialog').getByRole('list')).toContainText('Ring road homes');
  await expect(page.getByRole('dialog').getByRole('list')).toContainText(
    new RegExp(`${fit} homes fit now, \\d+ then: \\d+ fewer`),
  );
  await agent.click(agent.button('Change it everywhere'));
  const told = page.getByText('“Within the ring road” is changed everywhere.');
  await expect(told).toBeVisible();
  await expect(told).toHaveCount(0);
  await expect(agent.button('change it everywhere …')).toHaveCount(0);
  await page.getByRole('button', { name: 'New search' }).first().click();
  await page.getByText('Ring road homes').first().click();
  await expect.poll(() => agent.count('fit')).toBeLessThan(fit);
  fine();
});

test('bounds are written to KML and read from it, and a file with a fault says where', async ({ page }, info) => {
  const { agent } = await begun(page);
  const fine = watch(page);
  await agent.click(agent.button('+ A kept bound'));
  const read = async (name: string, text: string): Promise<void> =>
    page.locator('input[type=file]').setInputFiles({ name, mimeType: 'application/xml', buffer: Buffer.from(text) });
  const placemark = (name: string, corners: string): string =>
    `<Placemark><name>${name}</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${corners}</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark>`;
  await read(
    'walks.kml',
    `<kml xmlns="http://www.opengis.net/kml/2.2"><Document>${placemark('By the quay', '-66.03,40.59 -65.98,40.59 -65.98,40.63 -66.03,40.63 -66.03,40.59')}${placemark('Bow tie', '-66,40.6 -65.98,40.62 -65.98,40.6 -66,40.62 -66,40.6')}</Document></kml>`,
  );
  const report = page.getByRole('region', { name: 'Read from the file' });
  await expect(report).toContainText('walks.kml: 1 area read, 1 not.');
  await expect(report).toContainText('Feature 2, “Bow tie”: The outline crosses itself where its sides 1 and 3 meet.');
  await agent.click(agent.button('Put into this search'));
  await expect(sentenceOn(page)).toContainText('within By the quay');
  const fit = await agent.count('fit');
  expect(fit).toBeGreaterThan(0);

  for (const format of ['GPX', 'KML', 'GeoJSON']) {
    await page.getByRole('button', { name: 'More about By the quay' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: `Write to a ${format} file` }).click();
    const file = info.outputPath(`bound.${format}`);
    await (await download).saveAs(file);
    await page.getByRole('button', { name: 'Remove By the quay' }).click();
    await page.getByRole('button', { name: '+ A kept bound' }).click();
    await read(`bound.${format}`, readFileSync(file, 'utf8'));
    await page.getByRole('button', { name: 'Put into this search' }).click();
    await expect(sentenceOn(page)).toContainText('within By the quay');
    expect(await agent.count('fit')).toBe(fit);
  }
  fine();
});

test('what is here, how far it is, and back to where the map was', async ({ page, context }) => {
  await context.grantPermissions(['geolocation']);
  await context.setGeolocation({ longitude: -66.006, latitude: 40.609 });
  const { agent, at } = await begun(page);
  const fine = watch(page);
  const all = await agent.count('fit');
  await agent.click(agent.button('Where I am'));
  const here = page.getByRole('region', { name: 'What is here' });
  await expect(here).toContainText('Where I am');
  await expect(here).toContainText(/mi to .* station/);
  await expect(here).toContainText('Postal code 00071');
  await agent.click(agent.button('Homes around here'));
  expect(await agent.count('fit')).toBeLessThan(all);
  await expect(sentenceOn(page)).toContainText('½ mile around Where I am');

  await agent.click(agent.button('Back to where the map was'));
  await page.waitForTimeout(400);
  await agent.click(agent.button('Measure a distance'));
  await page.mouse.click(at(0.5, 0.5).x, at(0.5, 0.5).y);
  await page.waitForTimeout(350);
  await page.mouse.dblclick(at(0.55, 0.6).x, at(0.55, 0.6).y);
  const measured = page.getByRole('region', { name: 'Measured' });
  await expect(measured).toContainText(/Straight[\d.]+ mi/);
  await expect(measured).toContainText(/Along streets[\d.]+ mi, \d+ (min|hr)/);
  await expect(measured.locator('li').first()).toContainText(/^Head (north|east|south|west)/);
  await agent.click(measured.getByText('By car, 5:15 pm'));
  await expect(measured).toContainText(/Along streets[\d.]+ mi, \d+ min/);
  await agent.click(agent.button('Put the ruler away'));

  // a crossing of two streets, and a layer
  await agent.click(agent.button('Find a place on the map'));
  await page.keyboard.type('6th and orchard gate');
  await expect(offered(page, /6th St/).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await agent.click(agent.button('What the map shows'));
  await page.getByRole('checkbox', { name: 'Flood zones' }).check();
  await page.waitForTimeout(300);
  const download = page.waitForEvent('download');
  await agent.click(agent.button('Save a picture of the map'));
  expect((await download).suggestedFilename()).toBe('map.png');

  // printed, the whole of it stands on one sheet of Letter, with what was searched for
  await page.evaluate(() => void (window.print = () => undefined));
  await agent.click(agent.button('Print the map'));
  // the map is drawn as it is on the screen, before the page becomes a sheet
  await expect(page.getByRole('img', { name: 'The map', includeHidden: true })).toBeAttached();
  await page.setViewportSize({ width: 816, height: 1056 });
  await page.emulateMedia({ media: 'print' });
  const sheet = await page.getByRole('img', { name: 'The map' }).boundingBox();
  expect(sheet).toEqual({ x: 0, y: 0, width: 816, height: 1056 });
  fine();
});

test.describe('with fingers', () => {
  test.use({ hasTouch: true });

  test('taps set corners, one finger draws a loop, and two move the map', async ({ page }) => {
    const { agent, at } = await begun(page);
    const fingers = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...touchPoints: { x: number; y: number }[]) =>
      fingers.send('Input.dispatchTouchEvent', { type, touchPoints });
    const all = await agent.count('fit');
    await agent.button('+ Draw').tap();
    await touch('touchStart', at(0.75, 0.55));
    for (let i = 1; i <= 30; i++) await touch('touchMove', at(0.5 + 0.25 * Math.cos(i / 5), 0.55 + 0.2 * Math.sin(i / 5)));
    await touch('touchEnd');
    await expect(bounds(page)).toHaveCount(1);
    const looped = await agent.count('fit');
    expect(looped).toBeGreaterThan(0);
    expect(looped).toBeLessThan(all);

    await agent.button('+ Draw').tap();
    await page.getByText('Keep out', { exact: true }).tap();
    for (const [x, y] of [
      [0.42, 0.48],
      [0.6, 0.48],
      [0.6, 0.62],
    ] as const) {
      await page.touchscreen.tap(at(x, y).x, at(x, y).y);
      await page.waitForTimeout(400);
    }
    // two fingers come nearer to the map while corners are being set
    const apart = (by: number) => [at(0.5 - by, 0.5), at(0.5 + by, 0.5)];
    await touch('touchStart', ...apart(0.1));
    for (let i = 1; i <= 6; i++) await touch('touchMove', ...apart(0.1 + i / 60));
    await touch('touchEnd');
    await page.waitForTimeout(500);
    await expect(bounds(page)).toHaveCount(1);
    await page.touchscreen.tap(at(0.35, 0.68).x, at(0.35, 0.68).y);
    await page.waitForTimeout(400);
    await page.touchscreen.tap(at(0.35, 0.68).x, at(0.35, 0.68).y);
    await expect(bounds(page)).toHaveCount(2);
    expect(await agent.count('fit')).toBeLessThan(looped);
  });
});

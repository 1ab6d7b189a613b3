import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { Agent, found, linkIn, run } from './driver.js';

test.use({ contextOptions: { reducedMotion: 'no-preference' } });

/** Views by their address; what is in them is found as it stands there. */
const VIEWS = ['/today', '/search', '/clients', '/shortlists', '/showings', '/mailbox', '/feed', '/search/compare'];
const SECONDS = 60;
const WORDS = 'houses under 450k within 20 minutes of Ferry Square, 3 beds, 1.5 baths, not bank-owned';

/** The same numbers each time (mulberry32). */
function randomOf(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 4_294_967_296) * below);
  };
}

/** What a page may never come to, whoever plays with it. */
function watched(page: Page): string[] {
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(`page error: ${error.message}`));
  page.on('response', (response) => {
    if (response.status() >= 500 && response.status() !== 503) wrong.push(`${response.status()} ${response.url()}`);
  });
  return wrong;
}

async function slowed(page: Page, times: number): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: times });
}

/** Keys as fast as they can be sent, without waiting for what comes of each. */
async function flood(page: Page, text: string): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await Promise.all(
    [...text].flatMap((key) => [
      session.send('Input.dispatchKeyEvent', { type: 'keyDown', text: key, key }),
      session.send('Input.dispatchKeyEvent', { type: 'keyUp', key }),
    ]),
  );
}

async function expectWhole(page: Page, wrong: readonly string[], what: string): Promise<void> {
  expect([what, ...wrong]).toEqual([what]);
  await expect(page.getByRole('heading', { name: 'This page could not be shown' }), what).toHaveCount(0);
  await expect(page.getByText('Unexpected Application Error'), what).toHaveCount(0);
}

test('a sentence typed without a pause while the page is busy is read to its last letter', async ({ page }) => {
  test.setTimeout(180_000);
  const wrong = watched(page);
  const agent = new Agent(page);
  await agent.signIn();
  await slowed(page, 6);
  for (const view of ['/today', '/search']) {
    await agent.open(view);
    const finder = page.getByRole('combobox', { name: 'Find anything' });
    await finder.waitFor();
    await page.keyboard.press('Control+k');
    await flood(page, WORDS);
    await expect(finder).toHaveValue(WORDS);
    await expect(found(page, 'Search')).toContainText(/homes? fits?/, { timeout: 30_000 });
    await expectWhole(page, wrong, view);
  }
});

for (const seed of [1, 2, 3])
  test(`nothing fails however it is played with, ${seed}`, async ({ page }) => {
    const agent = new Agent(page);
    await agent.signInAsSilas();
    await playedWith(page, VIEWS, SECONDS / 3, seed);
  });

test('nothing fails however the pages are played with that a message leads to', async ({ page, request }) => {
  const json = async <T>(method: string, path: string, data?: object): Promise<T> =>
    (await (await request.fetch(`${run.web}/api/${path}`, { method, ...(data ? { data } : {}) })).json()) as T;
  await json('POST', 'session', { ...run.signIn, email: 'silas@wayfarer.example' });
  const people = [{ name: 'Tove Lark', email: 'tove@lark.example' }];
  const { id } = await json<{ id: string }>('POST', 'clients', { name: 'Tove Lark', people });
  const [tove] = (await json<{ people: { id: string }[] }>('GET', `clients/${id}`)).people;
  await json('POST', `clients/${id}/people/${tove?.id}/confirmation`);
  /** The path of the newest link of a kind that was sent to her. */
  const linkTo = async (kind: 'confirm' | 'stop' | 'p'): Promise<string> => {
    let path = '';
    await expect(async () => {
      const letters = (await (await request.get(run.mail.mailbox)).json()) as { id: string; to: string[] }[];
      for (const own of letters.filter(({ to }) => to.includes('tove@lark.example'))) {
        const letter = await (await request.get(`${run.mail.mailbox}/${own.id}.eml`)).text();
        // quoted-printable breaks long lines (RFC 2045, 6.7)
        const text = letter.replaceAll(/=\r?\n/g, '');
        if (text.includes(`/${kind}/`)) path ||= new URL(linkIn(text, kind)).pathname;
      }
      expect(path).not.toBe('');
    }).toPass();
    return path;
  };
  const confirm = await linkTo('confirm');
  await json('POST', 'confirm', { token: confirm.split('/').at(-1) });
  const document = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
  const search = await json<{ id: string }>('POST', 'searches', { name: 'Anything', clientId: id, document });
  const alert = { cadence: 'atOnce', tell: ['new'], held: false, subject: '', greeting: '' };
  await json('PUT', `searches/${search.id}/alert`, alert);
  await json('POST', 'demo/clock', { advance: 'PT1H' });
  const pages = [await linkTo('p'), confirm, await linkTo('stop'), '/p/nobody-was-given-this'];
  await playedWith(page, pages, SECONDS / 4, 4);
});

/** Plays with some pages at random for so many seconds, the same way for each seed, and fails at anything that a page may never come to. */
async function playedWith(page: Page, views: readonly string[], seconds: number, seed: number): Promise<void> {
  test.setTimeout(180_000);
  const random = randomOf(seed);
  const wrong = watched(page);
  const agent = new Agent(page);
  // every third run on a slow processor
  if (seed % 3 === 0) await slowed(page, 4);
  const end = Date.now() + seconds * 1000;
  let done = 'begun';
  for (let n = 0; Date.now() < end; n++) {
    if (n % 12 === 0) {
      const view = views[(n / 12 + seed) % views.length] as string;
      await agent.open(view);
      await page.locator('#view, h1').first().waitFor();
      done = `at ${view}`;
    }
    const moves = [
      async () => {
        const buttons = page.locator('button:visible:not([disabled]), [role="menuitem"]:visible, [role="option"]:visible');
        const count = await buttons.count();
        if (count === 0) return;
        const button = buttons.nth(random(count));
        const name = ((await button.textContent({ timeout: 1000 })) ?? '').slice(0, 30);
        // whoever signs out plays no longer
        if (/Sign out|days? on|hour on|week on/.test(name)) return;
        done += `, ${name}`;
        await button.click({ timeout: 1000, noWaitAfter: true });
      },
      async () =>
        page.keyboard.press(['Escape', 'Enter', 'ArrowDown', 'Tab', 'n', 'l', 'o', '?', 'Control+z'][random(9)] as string),
      async () => {
        const fields = page.locator('input[type="text"]:visible, textarea:visible');
        const count = await fields.count();
        if (count > 0)
          await fields
            .nth(random(count))
            .fill(['450k', 'x', '3 or more', '“”', '', '−1'][random(6)] as string, { timeout: 1000 });
      },
      async () => {
        await page.keyboard.press('Control+k');
        await flood(page, WORDS.slice(random(40)));
      },
      async () => page.goBack({ timeout: 2000 }),
    ];
    // what is covered or gone by then cannot be pressed
    await (moves[random(moves.length)] as () => Promise<unknown>)().catch(() => undefined);
    await expectWhole(page, wrong, done.slice(-300));
  }
  // whatever lies open can be closed
  for (let presses = 0; presses < 6; presses++) await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog'), done.slice(-300)).toHaveCount(0);
}

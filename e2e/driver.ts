import { readFileSync } from 'node:fs';
import { delimiter } from 'node:path';
import { AxeBuilder } from '@axe-core/playwright';
import { expect } from '@playwright/test';
import type { Locator, Page } from '@playwright/test';
import type { RunFile } from '../scripts/stack.mjs';

/** What the applications under test wrote down at their start: one for each browser that runs at a time. */
const RUNS = (process.env['PERAMBULA_RUNS'] ?? '../.data/run.json').split(delimiter);

/** The application under test, this browser's own. */
export const run = JSON.parse(readFileSync(RUNS[Number(process.env['TEST_PARALLEL_INDEX'] ?? 0)] as string, 'utf8')) as RunFile;

const JSON_ANSWER = /\/api\//;

/** An agent at work, who counts what they do: a click, a drag, a shortcut, or one field typed into. */
export class Agent {
  actions = 0;

  constructor(readonly page: Page) {}

  async open(path = '/'): Promise<void> {
    await this.page.goto(`${run.web}${path}`);
  }

  /** Signs in as an agent does, and is on Today; or, given a page, is at that page with a session already. */
  async signIn(at?: string): Promise<void> {
    if (at !== undefined) {
      await this.page.request.post(`${run.web}/api/session`, { data: run.signIn });
      return this.open(at);
    }
    await this.open('/today');
    await this.page.getByRole('button', { name: 'Sign in as Juno' }).click();
    await expect(this.page.getByRole('heading', { name: /^Good (morning|afternoon|evening), Juno/ })).toBeVisible();
  }

  /** The other agent, whose clients no other test has a hand in. */
  async signInAsSilas(): Promise<void> {
    await this.open('/today');
    await this.page.getByLabel('E-mail').fill('silas@wayfarer.example');
    await this.page.getByLabel('Password').fill(run.signIn.password);
    await this.page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(this.page.getByRole('heading', { name: /^Good (morning|afternoon|evening), Silas/ })).toBeVisible();
  }

  async click(target: Locator): Promise<void> {
    this.actions++;
    await target.click();
  }

  async type(target: Locator, text: string): Promise<void> {
    this.actions++;
    await target.fill(text);
  }

  /** Chooses among what a field offers. */
  async choose(label: string, text: string): Promise<void> {
    await this.click(this.page.getByRole('combobox', { name: label, exact: true }));
    await this.click(offered(this.page, text).first());
  }

  async press(keys: string): Promise<void> {
    this.actions++;
    await this.page.keyboard.press(keys);
  }

  async drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
    this.actions++;
    const { mouse } = this.page;
    await mouse.move(from.x, from.y);
    await mouse.down();
    await mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
    await mouse.move(to.x, to.y, { steps: 4 });
    await mouse.up();
  }

  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name, exact: typeof name === 'string' });
  }

  /** The tab at the head of the page that names the open file. */
  get fileTab(): Locator {
    return this.page.getByRole('banner').getByRole('button', { name: /file(s)?$/ });
  }

  place(name: string): Locator {
    return this.page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name });
  }

  /** Opens a client's file at the head of the page. */
  async openFile(name: string): Promise<void> {
    await this.click(this.fileTab);
    await this.click(this.page.getByRole('menuitem', { name, exact: true }));
    await expect(this.fileTab).toContainText(name);
  }

  /** One of the three figures, once it belongs to the search as it now is. */
  async count(label: 'fit' | 'unknown' | 'miss by one'): Promise<number> {
    const button = this.page.locator(`[data-count="${label}"][data-stale="false"]`);
    await expect(button.locator('b')).not.toHaveText('–');
    return Number((await button.locator('b').innerText()).replaceAll(',', ''));
  }

  /** A line of the search by its label. */
  line(label: string): Locator {
    return this.page.getByRole('region', { name: 'The search' }).getByRole('group', { name: label, exact: true });
  }

  /** Sets a line that is there, or adds one, by typing its value. */
  async setLine(label: string, value: string): Promise<void> {
    if (await this.line(label).count()) await this.click(this.line(label).getByRole('button', { name: /\. Edit$/ }));
    else await this.addLine(label);
    await this.type(this.page.getByRole('textbox', { name: label, exact: true }), value);
    await this.page.keyboard.press('Enter');
  }

  async addLine(label: string): Promise<void> {
    await this.press('l');
    await this.type(this.page.getByRole('textbox', { name: 'Find a field' }), label);
    await this.page.keyboard.press('Enter');
  }

  /** Moves the demo's clock through the interface and waits until all of it has been lived through. */
  async moveClock(step: 'One hour on' | 'One day on' | 'One week on'): Promise<void> {
    await this.click(this.page.getByRole('banner').getByRole('button', { name: /Move the demo’s clock/ }));
    const done = this.page.waitForResponse((response) => response.url().endsWith('/api/demo/clock') && response.ok(), {
      timeout: 150_000,
    });
    await this.click(this.page.getByRole('menuitem', { name: step }));
    await done;
  }

  /** The newest message in the mailbox whose list entry has these words, opened as plain text. */
  async readMail(words: string | RegExp): Promise<string> {
    await this.click(this.page.getByRole('button', { name: /read its mailbox$/ }));
    await this.click(this.page.getByRole('menuitem', { name: /^Mailbox/ }));
    const entry = this.page.getByRole('navigation', { name: 'Messages' }).getByRole('link').filter({ hasText: words }).first();
    await expect(entry).toBeVisible({ timeout: 60_000 });
    await this.click(entry);
    await this.click(this.page.getByText('Plain text', { exact: true }));
    const text = this.page.getByRole('region', { name: 'The message as plain text' });
    await expect(text).toContainText('Hello');
    return text.innerText();
  }
}

/** What the search says, under its name. */
export function sentenceOn(page: Page): Locator {
  return page.getByRole('region', { name: 'The search' }).getByRole('paragraph').first();
}

/** The results that are in view, as cards. */
export function homesOn(page: Page): Locator {
  return page.getByRole('region', { name: 'Results as cards' }).getByRole('article');
}

/** The results that are in view, as rows of the table; its head is none of them. */
export function rowsOn(page: Page): Locator {
  return page
    .getByRole('table')
    .getByRole('row')
    .filter({ has: page.getByRole('cell') });
}

export function mapOn(page: Page): Locator {
  return page.getByRole('application', { name: /^Map of/ });
}

/** What the finder offers under one of its headings. */
export function found(page: Page, heading: string): Locator {
  return page.getByRole('group', { name: heading, exact: true }).getByRole('option');
}

/** What a field with a list offers; Ant Design gives those in view no role. */
export function offered(page: Page, text: string | RegExp): Locator {
  return page.locator('.ant-select-item-option').filter({ hasText: text });
}

/** The address in a message's text that leads to a page of the application. */
export function linkIn(text: string, path: 'asked' | 'p' | 'confirm' | 'stop'): string {
  const link = new RegExp(`http://\\S+/${path}/[\\w-]+`).exec(text)?.[0];
  if (!link) throw new Error(`No /${path}/ link in: ${text}`);
  return link;
}

/** axe finds nothing serious on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  // what is opening or closing has the contrast of neither: it jumps to its end, and nothing begins to move meanwhile
  const isStill = await page.evaluate(() => matchMedia('(prefers-reduced-motion: reduce)').matches);
  if (!isStill) await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every((moving) => moving.effect?.getComputedTiming().endTime === Infinity || moving.playState === 'finished'),
  );
  // in one run within the page, which writes down nothing of what is as it should be: frames are left out anyway
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .exclude('iframe')
    .analyze();
  if (!isStill) await page.emulateMedia({ reducedMotion: null });
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(
    serious.map(
      ({ id, nodes }) =>
        `${id}: ${nodes.map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary?.slice(0, 200)}`).join(' | ')}`,
    ),
  ).toEqual([]);
}

/** Fails a test at its end when the page logged an error or asked for anything outside. */
export function watch(page: Page): () => void {
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(error.message));
  page.on(
    'console',
    (message) => message.type() === 'error' && !/401|404|409|422/.test(message.text()) && wrong.push(message.text()),
  );
  page.on('response', (response) => {
    if (response.status() < 500) return;
    const { pathname } = new URL(response.url());
    void response.text().then((text) => wrong.push(`${response.status()} for ${pathname}: ${text.slice(0, 200)}`));
  });
  page.on('request', (request) => {
    const url = request.url();
    if (!url.startsWith(run.web) && !/^(data|blob|about):/.test(url)) wrong.push(`asked for ${url}`);
  });
  return () => expect(wrong.filter((text) => !JSON_ANSWER.test(text) || !text.includes('aborted'))).toEqual([]);
}

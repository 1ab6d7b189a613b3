import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ROOT } from '../scripts/machine.mjs';
import { main, say, Stop } from '../scripts/say.mjs';

const TO = join(ROOT, 'docs/screenshots');
const [DATA = '.data'] = process.argv.slice(2);
/** The map and its pictures are drawn by and by. */
const DRAWN_MS = 3000;

/** Takes the pictures of docs/screenshots from a new demo (npm start -- --lived 0), which it lives through: node e2e/pictures.mjs DATA-FOLDER */
await main(async () => {
  const run = JSON.parse(readFileSync(join(DATA, 'run.json'), 'utf8'));
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const agent = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await agent.newPage();
  const call = async (method, path, data) => {
    const response = await page.request.fetch(`${run.web}/api/${path}`, { method, ...(data ? { data } : {}) });
    if (!response.ok()) throw new Stop(`${method} ${path} answered ${response.status()}: ${await response.text()}`);
    return response.json();
  };
  const open = (path) => page.goto(`${run.web}${path}`);
  const take = async (name, of = page, wait = DRAWN_MS) => {
    await of.waitForTimeout(wait);
    await of.screenshot({ path: join(TO, `${name}.png`) });
    say(name);
  };
  await call('POST', 'session', run.signIn);
  while ((await call('GET', 'health')).firstLoad === 'under way') await page.waitForTimeout(DRAWN_MS);
  const { id } = (await call('GET', 'clients')).find(({ name }) => name.startsWith('Amara'));
  const file = await call('GET', `clients/${id}`);
  const search = file.savedSearches.find(({ name }) => name.startsWith('Within'));
  await open(`/clients/${id}`);

  await open(`/search/${search.id}`);
  await take('search', page, 5000);
  await open(`/search/${search.id}?as=table`);
  await take('table');
  const { keys } = await call('POST', 'searches/keys', { search: search.document, set: 'fit' });
  await open(`/listings/${keys[3]}`);
  await take('listing');
  await open(`/comps/${keys[3]}`);
  await take('comps');
  await open('/market');
  await page.getByRole('table').first().waitFor();
  await take('market');
  await open(`/beside/${keys.slice(2, 6).join(',')}`);
  await take('beside');

  const misses = await call('POST', 'searches/keys', { search: search.document, set: 'missByOne' });
  await open(`/send?to=${id}&homes=${[...keys.slice(0, 3), ...misses.keys.slice(0, 4)].join(',')}`);
  await page.getByText('Both', { exact: true }).click();
  await take('send');

  const [first, second] = file.people;
  const needs = [
    ['must', first, '3 beds, 1.5 baths, 1300 sq ft'],
    ['must', second, 'not bank-owned, no short sale'],
    ['nice', first, 'a garage, a room to draw in'],
    ['paid', null, 'Lender’s letter for $460,000'],
  ];
  for (const [question, person, words] of needs)
    await call('POST', `clients/${id}/needs`, { question, personId: person?.id ?? null, words });
  await call('POST', `clients/${id}/needs`, { question: 'by', words: 'Amara’s new post begins', day: '2026-09-10' });
  await open(`/clients/${id}/needs`);
  await take('needs');

  // two days of the market, an alert, and what comes of it
  const alert = { cadence: 'eachMorning', tell: ['new', 'priceDown', 'backOnMarket'], held: false, subject: '', greeting: '' };
  await call('PUT', `searches/${search.id}/alert`, alert);
  await open(`/clients/${id}/alerts/${search.id}`);
  await take('alert', page, 6000);
  await call('POST', 'shortlists', { clientId: id, name: 'Saturday', listingKeys: keys.slice(0, 4) });
  await call('POST', 'demo/clock', { advance: 'P2D' });

  const letters = await (await fetch(run.mail.mailbox)).json();
  const mine = letters.filter(({ to }) => to.some((address) => file.people.some(({ email }) => email === address)));
  const letter = await (await fetch(`${run.mail.mailbox}/${mine[0].id}.eml`)).text();
  const [, token] = /\/p\/([\w-]{20,})/.exec(letter.replace(/=\r?\n/g, ''));
  const telephone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const portal = await telephone.newPage();
  await portal.goto(`${run.web}/p/${token}`);
  await portal.waitForTimeout(DRAWN_MS);
  // what they think of it they have said themselves
  await portal.getByText(/^All \d/).click();
  await take('portal', portal);
  await portal
    .getByRole('link', { name: /all about it$/ })
    .first()
    .click();
  await take('portal-home', portal);

  const now = new Date((await call('GET', 'clock')).now);
  const at = (days, hour) =>
    new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate() + days, hour)).toISOString();
  const { rows } = await call('POST', 'searches/listings', { search: search.document, set: 'fit', limit: 30 });
  const active = rows.filter(({ StandardStatus }) => StandardStatus === 'Active').map(({ ListingKey }) => ListingKey);
  const saturday = (6 - new Date(at(0, 15)).getUTCDay() + 7) % 7 || 7;
  await call('PATCH', `clients/${id}`, { busy: [{ days: [1, 2, 3, 4, 5], from: 540, until: 1020 }] });
  const round = await call('POST', 'rounds', {
    clientId: id,
    on: at(saturday, 15).slice(0, 10),
    listingKeys: active.slice(0, 6),
  });
  await call('POST', `rounds/${round.id}/requests`, {});
  for (const [name, path] of [
    ['today', '/today'],
    ['file', `/clients/${id}`],
    ['shortlist', '/shortlists'],
    ['round', `/showings/rounds/${round.id}`],
    ['feed', '/feed'],
  ]) {
    await open(path);
    await take(name);
  }
  const visitor = await telephone.newPage();
  await visitor.goto(`${run.web}/with/juno-albright?kinds=Single+Family+Residence&most=450000&beds=3`);
  await take('visitor', visitor);
  await page.context().clearCookies();
  const phone = await telephone.newPage();
  await phone.request.post(`${run.web}/api/session`, { data: run.signIn });
  await phone.goto(`${run.web}/day/${round.id}`);
  await take('day', phone);
  await phone.goto(`${run.web}/search/${search.id}`);
  await phone.waitForTimeout(DRAWN_MS);
  await phone.getByText('Map', { exact: true }).click();
  await take('search-phone', phone);
  await browser.close();
});

import { priceModel, PROPERTY_TYPES } from '@perambula/core';
import type { ReachAnswer } from '@perambula/contract';
import type { ListingRecord, Search } from '@perambula/core';
import { heldOnUnseen } from '../core/src/testing/unseenSales.js';
import { measure, report } from './measure.js';
import { signedIn } from './signedIn.js';

const HOMES = 12;
/** Of the demo's sales, those of the last of so many parts are the unseen ones. */
const PARTS = 4;
/** Dollars, for which next to nothing is sold or let: nearly five hundred of the demo's homes miss a search by it alone. */
const CEILING = 900;

/** What a price range takes to work out and how far it is off, and a report of twelve homes as a PDF. */
export async function benchPrices(web: string, signIn: { email: string; password: string }): Promise<void> {
  const headers = { 'content-type': 'application/json', cookie: await signedIn(web, signIn) };
  const ask = (path: string, body: object): Promise<Response> =>
    fetch(`${web}${path}`, { method: 'POST', headers, body: JSON.stringify(body) });
  const search = (status: string): Search => ({
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 'a', field: 'Status', is: { anyOf: [status] } }],
    bounds: [],
    order: [],
  });
  const file = async (status: string): Promise<ListingRecord[]> => {
    const answer = await ask('/api/searches/file', { search: search(status), set: 'fit', type: 'json' });
    return ((await answer.json()) as { value: ListingRecord[] }).value;
  };
  const active = (await file('Active'))
    .filter((home) => home['InternetEntireListingDisplayYN'] !== false && String(home['ListOfficeName'] ?? '').trim() !== '')
    .slice(0, HOMES);
  const listingKeys = active.map(({ ListingKey }) => ListingKey);
  // asked for before the rest is computed: the server closes what is silent meanwhile
  const pdf = await measure(`a report of ${listingKeys.length} homes as PDF`, 10, async () =>
    (await ask('/api/handouts', { listingKeys, form: 'both', title: 'Twelve homes' })).arrayBuffer(),
  );
  const reach: Search = {
    ...search('Active'),
    kinds: PROPERTY_TYPES,
    lines: [...search('Active').lines, { id: 'b', field: 'ListPrice', is: { atMost: CEILING } }],
  };
  const reached = async (): Promise<number> => {
    const answer = await ask('/api/searches/withinReach', { search: reach });
    return ((await answer.json()) as ReachAnswer).homes.length;
  };
  const nearMisses = await reached();
  const likelihoods = await measure(`how likely ${nearMisses} near misses come within reach`, 20, reached);
  const sales = (await file('Closed')).sort((a, b) => (String(a['CloseDate']) < String(b['CloseDate']) ? -1 : 1));
  const today = String(sales.at(-1)?.['CloseDate']);
  const latest = sales.slice(-1000);
  const model = priceModel(latest, today);
  const held = heldOnUnseen(sales, String(sales[Math.floor(sales.length * (1 - 1 / PARTS))]?.['CloseDate']));
  const percent = (share: number): string => `${(100 * share).toFixed(1)}%`;
  const middle = held.off[Math.floor(held.off.length / 2)] ?? NaN;
  report(
    'Prices and reports, demo county',
    [await measure(`a model of ${model?.sales ?? 0} sales`, 5, () => priceModel(latest, today)), pdf, likelihoods],
    `Of ${held.sales} sales that the model had not seen ${percent(held.share)} were paid within their range (80% meant); the middle of how far they were off is ${percent(middle)}. ` +
      `Each of the last ${model?.off.sales ?? 0} sales worked out without itself: ${percent(model?.off.typical ?? NaN)} off in the middle.`,
  );
}

import type {
  ChoiceBody,
  ChoicePreview,
  ClientFile,
  ListingsAnswer,
  Portal,
  RecordAnswer,
  TimelinePage,
} from '@perambula/contract';
import type { Search } from '@perambula/core';
import { simpleParser } from 'mailparser';
import { extractText } from 'unpdf';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let client: ClientFile;
/** Two that fit the client's search, one that is pending, one to let, one above their highest price. */
let [first, second, pending, rental, dear] = ['', '', '', '', ''];
beforeAll(async () => {
  stack = await startTestStack();
  client = await stack.juno.fileOf('Amara');
  const document = client.savedSearches[0]?.document as Search;
  /** The first of a search's homes that may be shown at all. */
  const found = async (search: Search): Promise<string[]> => {
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit', limit: 30 });
    const { homes } = await preview(choice(rows.map(({ ListingKey }) => ListingKey)));
    return homes.flatMap(({ listingKey, barred }) => (barred ? [] : listingKey));
  };
  const any = (more: Partial<Search>): Search => ({
    version: 1,
    kinds: ['Residential'],
    lines: [],
    bounds: [],
    order: [],
    ...more,
  });
  [first = '', second = ''] = await found(document);
  [pending = ''] = await found(any({ lines: [{ id: 's', field: 'Status', is: { anyOf: ['Pending'] } }] }));
  [rental = ''] = await found(
    any({ kinds: ['Residential Lease'], lines: [{ id: 's', field: 'Status', is: { anyOf: ['Active'] } }] }),
  );
  [dear = ''] = await found(
    any({
      lines: [
        { id: 'p', field: 'ListPrice', is: { atLeast: 600_000 } },
        { id: 's', field: 'Status', is: { anyOf: ['Active'] } },
      ],
    }),
  );
});
afterAll(() => stack.end());

const choice = (listingKeys: readonly string[], more: Partial<ChoiceBody> = {}): ChoiceBody => ({
  clientId: client.id,
  listingKeys,
  form: 'both',
  subject: '',
  words: '<p>By the <strong>water</strong>.</p>',
  withPdf: false,
  ...more,
});
const preview = (body: ChoiceBody & { going?: string[] }) => stack.juno.good<ChoicePreview>('POST', '/api/choices/preview', body);

describe('homes chosen for a client', () => {
  it('are looked at once more: those of which there is a doubt stay behind', async () => {
    const { homes, going, subject, to } = await preview(choice([first, pending, second, rental, dear]));
    expect(homes.map(({ doubts }) => doubts.map(({ kind }) => kind))).toEqual([
      [],
      expect.arrayContaining(['underContract']),
      [],
      expect.arrayContaining(['otherKind']),
      ['overCeiling'],
    ]);
    expect(going).toEqual([first, second]);
    expect(subject).toBe('2 homes I would like you to see');
    expect(to.find(({ name }) => name.startsWith('Amara'))?.confirmed).toBe(true);
  });

  it('are seen as they arrive, with nothing in the words that acts', async () => {
    const words =
      '<p onclick="x()">By the <em>water</em><script>alert(1)</script> <a href="javascript:x()">here</a></p><h1>Big</h1>';
    const { html, text } = await preview(choice([first], { words }));
    expect(html).toContain('<em>water</em>');
    expect(html).not.toMatch(/script|onclick|<h1/i);
    expect(text).toContain('By the water');
  });

  it('name the facts to verify, in each form and in plain text too, and nothing that the record states', async () => {
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] },
      set: 'fit',
      limit: 30,
    });
    const { homes } = await preview(choice(rows.map(({ ListingKey }) => ListingKey)));
    const shown = homes.filter(({ barred }) => !barred).map(({ listingKey }) => listingKey);
    for (const key of shown) {
      const { differences } = await stack.juno.good<RecordAnswer>('GET', `/api/listings/${key}/record`);
      const areas = differences.filter(({ field }) => field === 'LivingArea');
      const line = differences.length === 0 ? null : `Verify: ${differences.map(({ label }) => label).join(', ')}`;
      for (const form of ['pictures', 'table', 'both'] as const) {
        const { html, text } = await preview({ ...choice([key], { form }), going: [key] });
        expect([text.includes('Verify: '), html.includes('Verify: ')]).toEqual([line !== null, line !== null]);
        expect(text).toContain(line ?? '');
        for (const { recorded } of areas) expect(text).not.toContain(Number(recorded).toLocaleString('en-US'));
      }
      if (areas.length > 0) return;
    }
    expect.unreachable('None of them has another floor area in the record.');
  });

  it('are sent only with what speaks against them seen', async () => {
    const send = (allTheSame: readonly object[]) =>
      stack.juno.ask('POST', '/api/choices', { ...choice([first, pending]), allTheSame });
    const refused = await send([]);
    expect(refused).toMatchObject({ status: 409, body: { code: 'choice.doubtful', details: { listingKey: pending } } });
    expect(refused.body.message).toContain('Under contract');
    expect(await send([{ listingKey: pending, doubts: ['sentBefore'] }])).toMatchObject({ status: 409 });
    const other = { ...choice([first]), clientId: '00000000-0000-4000-8000-000000000000', allTheSame: [] };
    expect((await stack.juno.ask('POST', '/api/choices', other)).status).toBe(404);
    expect((await stack.silas.ask('POST', '/api/choices', { ...choice([first]), allTheSame: [] })).status).toBe(404);
  });

  it('arrive with their words, as a PDF too, open in the portal, and are doubted when they are sent again', async () => {
    const before = (await stack.mailbox()).length;
    const body = choice([first, pending], { subject: 'Two by the water', withPdf: true });
    const allTheSame = [{ listingKey: pending, doubts: ['underContract'] }];
    // pressed twice, it goes once: the second finds it sent before
    const both = await Promise.all([1, 2].map(() => stack.juno.ask('POST', '/api/choices', { ...body, allTheSame })));
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(both.find(({ status }) => status === 200)?.body).toEqual({ sentTo: 1 });
    const arrived = (await stack.mailbox(before + 1)).find(({ subject }) => subject === 'Two by the water');
    const { text = '', html, attachments, headers } = await simpleParser(await stack.raw(arrived?.id ?? ''));
    expect(text).toContain('By the water.');
    expect(String(html)).toContain('Under contract');
    expect(headers.get('list')).toMatchObject({ unsubscribe: expect.anything() as unknown });
    expect(attachments.map(({ filename, contentType }) => [filename, contentType])).toEqual([['homes.pdf', 'application/pdf']]);
    const { text: printed } = await extractText(new Uint8Array(attachments[0]?.content as Buffer), { mergePages: true });
    expect(printed).toContain('Two by the water');

    const reader = stack.browser();
    await reader.good('POST', '/api/portal/session', { token: /\/p\/([\w-]+)/.exec(text)?.[1] });
    const told = (await reader.good<Portal>('GET', '/api/portal')).homes;
    expect(
      told
        .filter(({ why }) => why === 'Chosen for you')
        .map(({ listingKey }) => listingKey)
        .sort(),
    ).toEqual([first, pending].sort());
    await reader.good('PUT', `/api/portal/homes/${first}/reaction`, { verdict: 'notForUs', note: 'too dark' });
    // of what was not sent they may say nothing
    expect((await reader.ask('PUT', `/api/portal/homes/${dear}/reaction`, { verdict: 'like', note: '' })).status).toBe(404);

    const [again] = (await preview(choice([first]))).homes;
    expect(again?.doubts.map(({ said }) => said)).toEqual([
      'Amara said no to it: “too dark”',
      expect.stringMatching(/^Sent before, /),
    ]);
    await vi.waitFor(async () => {
      const { id } = await stack.juno.fileOf('Amara');
      const { happenings } = await stack.juno.good<TimelinePage>('GET', `/api/clients/${id}/timeline?kinds=message`);
      expect(happenings.map(({ text }) => text)).toContain('Sent to Amara Lindqvist: Two by the water');
    });
  });

  it('are not sent where nobody has confirmed an address', async () => {
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/clients', {
      name: 'Ottoline Marsh',
      people: [{ name: 'Ottoline Marsh', email: 'ottoline@marsh.example' }],
    });
    const body = { ...choice([second]), clientId: id, allTheSame: [] };
    expect(await stack.juno.ask('POST', '/api/choices', body)).toMatchObject({ status: 409, body: { code: 'alert.noAddress' } });
  });
});

describe('a handout', () => {
  it('is a PDF for whoever is signed in', async () => {
    const body = { listingKeys: [first, second], form: 'both', title: 'Two homes' };
    const { status, headers } = await stack.juno.ask('POST', '/api/handouts', body);
    expect([status, headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect((await stack.browser().ask('POST', '/api/handouts', body)).status).toBe(401);
    expect((await stack.juno.ask('POST', '/api/handouts', { ...body, listingKeys: ['OST9999999'] })).status).toBe(404);
  });
});

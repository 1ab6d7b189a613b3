import { simpleParser } from 'mailparser';
import type { OwnDigest, SentPage } from '@perambula/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(() => stack.end());

const move = (advance: string) => stack.juno.good('POST', '/api/demo/clock', { advance });
const digests = async (to = 'juno@wayfarer.example') =>
  (await stack.mailbox()).filter((each) => each.to.includes(to) && each.subject.startsWith('Yesterday and this morning'));

describe('an agent’s digest', () => {
  it('comes once each morning to whoever wants it, with just what went out since the one before', async () => {
    const search = await stack.juno.searchOf('Amara');
    await stack.juno.good('PUT', `/api/searches/${search.id}/alert`, {
      cadence: 'morningAndEvening',
      tell: ['new', 'priceDown', 'backOnMarket'],
      held: false,
      subject: '',
      greeting: '',
    });
    for (let n = 0; n < 12; n++) await move('PT6H');
    const mornings = await digests();
    expect(mornings.length).toBeGreaterThanOrEqual(2);
    expect(mornings.length).toBeLessThanOrEqual(3);
    const told: string[] = [];
    for (const { id } of mornings) {
      const { text = '' } = await simpleParser(await stack.raw(id));
      expect(text).toContain('Good morning, Juno,');
      told.push(...(text.match(/to Amara Lindqvist: “[^”]+”/g) ?? []));
    }
    // each message that went out until the last of them, once
    const [last] = mornings;
    const { date } = await simpleParser(await stack.raw(last?.id ?? ''));
    const eight = new Date(date ?? 0);
    const { messages } = await stack.juno.good<SentPage>('GET', '/api/sent');
    const sent = messages.filter(
      ({ to, sentAt }) => to === 'Amara Lindqvist' && sentAt !== null && Date.parse(sentAt) < eight.getTime(),
    );
    expect(told.length).toBeGreaterThan(0);
    expect(told.length).toBeLessThanOrEqual(sent.length);
    expect(new Set(told).size).toBe(told.length);
    // it is no message to a client
    expect(messages.some(({ subject }) => subject.startsWith('Yesterday'))).toBe(false);
    expect(await digests('silas@wayfarer.example')).toEqual([]);
  });

  it('ends when it is not wanted any more', async () => {
    expect(await stack.juno.good<OwnDigest>('GET', '/api/digest')).toEqual({ isWanted: true });
    expect(await stack.silas.good<OwnDigest>('GET', '/api/digest')).toEqual({ isWanted: false });
    await stack.juno.good('PUT', '/api/digest', { isWanted: false });
    const before = (await digests()).length;
    for (let n = 0; n < 6; n++) await move('PT6H');
    expect((await digests()).length).toBe(before);
  });
});

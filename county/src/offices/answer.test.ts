import { expect, it } from 'vitest';
import { NOW } from '../testing/figures.js';
import { answerShowing } from './answer.js';

it('keeps to the office’s hours, the occupants’ notice and the home’s status', () => {
  const home = { StandardStatus: 'Active', OccupantType: 'Tenant', ListOfficeName: 'Marl & Mason' };
  const saturday = Date.parse('2026-04-18T14:00:00Z');
  expect(answerShowing(home, { startAt: saturday, askedAt: NOW }).answer).toBe('confirmed');
  expect(answerShowing(home, { startAt: saturday, askedAt: saturday - 3_600_000 }).reason).toContain('24 hours');
  expect(answerShowing(home, { startAt: saturday + 12 * 3_600_000, askedAt: NOW }).answer).toBe('refused');
  expect(answerShowing({ ...home, StandardStatus: 'Pending' }, { startAt: saturday, askedAt: NOW }).answer).toBe('refused');
  const soon = { ...home, StandardStatus: 'Coming Soon', ActivationDate: '2026-04-20' };
  expect(answerShowing(soon, { startAt: saturday, askedAt: NOW }).answer).toBe('refused');
});

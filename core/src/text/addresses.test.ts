import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addressFinder, isSameAddress } from './addresses.js';

const ALL = [
  '212 N Heron Ave, Wrenfield',
  '212 S Heron Ave, Wrenfield',
  '212 Heron Ct #3, Port Ostrey',
  '212 Heron Ct #12, Port Ostrey',
  '212 1/2 3rd St, Tansy Hill',
  '2120 N Heron Ave, Wrenfield',
].map((address) => ({ address }));
const find = addressFinder(ALL);
const found = (sought: string): string[] => find(sought, 10).map(({ address }) => address);

describe('addresses', () => {
  it.each([
    ['212 n heron avenue', ['212 N Heron Ave, Wrenfield']],
    ['212 heron ave', ['212 N Heron Ave, Wrenfield', '212 S Heron Ave, Wrenfield']],
    [
      '212 Heron',
      [
        '212 Heron Ct #3, Port Ostrey',
        '212 Heron Ct #12, Port Ostrey',
        '212 N Heron Ave, Wrenfield',
        '212 S Heron Ave, Wrenfield',
      ],
    ],
    [
      '212 her',
      [
        '212 Heron Ct #3, Port Ostrey',
        '212 Heron Ct #12, Port Ostrey',
        '212 N Heron Ave, Wrenfield',
        '212 S Heron Ave, Wrenfield',
      ],
    ],
    ['212 Heron Court #12', ['212 Heron Ct #12, Port Ostrey']],
    ['212 south heron, wren', ['212 S Heron Ave, Wrenfield']],
    ['212 1/2 third street', ['212 1/2 3rd St, Tansy Hill']],
    ['212 heron ave wrenfield', ['212 N Heron Ave, Wrenfield', '212 S Heron Ave, Wrenfield']],
    ['212', []],
    ['heron ave', []],
    ['21 heron', []],
  ])('%s', (sought, addresses) => expect(found(sought)).toEqual(addresses));

  it('are each found by themselves, and nothing that is typed fails', () => {
    for (const { address } of ALL) expect(found(address)).toContain(address);
    fc.assert(fc.property(fc.string(), (sought) => void find(sought, 5)));
  });
});

describe('isSameAddress', () => {
  it('is so whatever the spelling, and whatever stands after the street', () => {
    expect(isSameAddress('14 N Heron Ave, Wrenfield', '14 North Heron Avenue #2')).toBe(true);
    expect(isSameAddress('14 N Heron Ave', '16 N Heron Ave')).toBe(false);
    expect(isSameAddress('14 N Heron Ave', '14 Heron Ave')).toBe(false);
    expect(isSameAddress('PO Box 12', 'PO Box 12')).toBe(false);
  });
});

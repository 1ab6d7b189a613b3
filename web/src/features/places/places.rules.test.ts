import { describe, expect, it } from 'vitest';
import { areaPlace, bestNamed, placeAt, sayPosition } from './places.rules.js';

describe('bestNamed', () => {
  const all = ['Ferry Square', 'Sedge Ferry', 'Old Ferry Rd', 'Ferry', 'Wrenfield'].map((name) => ({ name }));
  const named = (sought: string) => bestNamed(sought, all).map(({ name }) => name);

  it('gives the name itself first, then what begins so, then what has a word that does', () => {
    expect(named('ferry')).toEqual(['Ferry', 'Ferry Square', 'Old Ferry Rd', 'Sedge Ferry']);
    expect(named(' FERRY s')).toEqual(['Ferry Square']);
  });

  it('finds nothing by nothing, and not by the middle of a word', () => {
    expect(named('  ')).toEqual([]);
    expect(named('erry')).toEqual([]);
  });

  it('gives six at most', () => {
    expect(
      bestNamed(
        'a',
        [...'abcdefgh'].map((name) => ({ name: `a ${name}` })),
      ),
    ).toHaveLength(6);
  });
});

describe('placeAt', () => {
  it.each([
    ['40.61, -66.01', [-66.01, 40.61]],
    ['40.61 N 66.01 W', [-66.01, 40.61]],
    ['40.61° n, 66.01° w', [-66.01, 40.61]],
    ['33.9 S 151.2 E', [151.2, -33.9]],
    ['-33.9;151.2', [151.2, -33.9]],
  ])('reads %s', (typed, at) => {
    expect(placeAt(typed)?.at).toEqual(at);
  });

  it.each(['', 'Ferry Square', '40.61', '90 N 10 E', '40.61, -181', '40.61 W 66.01 N'])('reads no place in “%s”', (typed) => {
    expect(placeAt(typed)).toBeNull();
  });

  it('reads what is read out', () => {
    const at = [-66.0123, 40.6101] as const;
    expect(sayPosition(at)).toBe('40.6101 N 66.0123 W');
    expect(placeAt(sayPosition(at))?.at).toEqual(at);
    expect(sayPosition([151.2, -33.9], 1)).toBe('33.9 S 151.2 E');
  });
});

it('an area stands for the middle of the box about it', () => {
  const ring = [
    [-66.2, 40.5],
    [-66, 40.5],
    [-66, 40.7],
    [-66.2, 40.5],
  ] as [number, number][];
  const { name, at } = areaPlace({ name: 'North', layer: 'district', shape: { type: 'Polygon', coordinates: [ring] } });
  expect(name).toBe('North');
  expect(at[0]).toBeCloseTo(-66.1, 9);
  expect(at[1]).toBeCloseTo(40.6, 9);
});

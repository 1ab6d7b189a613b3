import { describe, expect, it } from 'vitest';
import { placeOf, withoutQuoted } from './report.js';

describe('a report of a page that failed', () => {
  it.each([
    ['/today', '/today'],
    ['/clients/7f3c2e1a-0000-4000-8000-000000000000/alerts/9', '/clients/:id/alerts/:id'],
    ['/p/dGhlIHRva2Vu', '/p/:id'],
    ['/', '/'],
  ])('names %s as %s', (path, place) => expect(placeOf(path)).toBe(place));
  it.each([
    ['Cannot read properties of undefined (reading ‘x’)', 'Cannot read properties of undefined (reading ‘x’)'],
    ['There is no file “Amara & Teo Lindqvist”, 555 01612', 'There is no file …, 555 …'],
    [`Unexpected token in "amara@lindqvist.example"`, 'Unexpected token in …'],
  ])('says %s as %s', (message, said) => expect(withoutQuoted(message)).toBe(said));
});

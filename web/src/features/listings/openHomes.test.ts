// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { MOST_OPEN, useOpenHomes } from './openHomes.js';

const { keep, close } = useOpenHomes.getState();
const keys = (): string[] => useOpenHomes.getState().homes.map(({ key }) => key);
beforeEach(() => useOpenHomes.setState({ homes: [] }));

describe('homes kept open', () => {
  it('stand once each, the latest last, and outlive a reload', () => {
    for (const key of ['a', 'b', 'a']) keep({ key, name: `home ${key}` });
    expect(keys()).toEqual(['b', 'a']);
    expect(sessionStorage.getItem('perambula.openHomes')).toContain('home b');
    close('b');
    expect(keys()).toEqual(['a']);
  });
  it('are no more than can be read: the oldest gives way', () => {
    for (let i = 0; i <= MOST_OPEN; i++) keep({ key: String(i), name: '' });
    expect(keys()).toHaveLength(MOST_OPEN);
    expect(keys()[0]).toBe('1');
  });
});

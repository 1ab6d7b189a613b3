// @vitest-environment jsdom
import type { FieldLine, NewLine } from '@perambula/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { drawn } from '../../../testing/drawn.js';
import { ValueEditor } from './ValueEditor.js';

const ANSWERS = {
  'GET searches/choices': {
    City: [
      { value: 'Wrenfield', listings: 12 },
      { value: 'Sedge Ferry', listings: 3 },
    ],
  },
  'GET clock': { now: '2026-04-14T13:12:00Z', zone: 'America/New_York', movable: true },
};

/** The editor of a line, which takes its changes; what it last said, and whether it was done with. */
function edited(line: FieldLine | NewLine): {
  user: ReturnType<typeof userEvent.setup>;
  last: () => FieldLine | NewLine;
  onDone: () => void;
} {
  let last: FieldLine | NewLine = line;
  const onDone = vi.fn();
  function Editing() {
    const [now, setNow] = useState(line);
    last = now;
    return <ValueEditor line={now} kinds={['Residential']} onChange={setNow} onDone={onDone} />;
  }
  drawn(<Editing />, ANSWERS);
  return { user: userEvent.setup({ delay: null }), last: () => last, onDone };
}
const phrase = (): HTMLInputElement => screen.getByRole('textbox');

describe('a line’s value', () => {
  it('is taken while it is typed, as it is understood, and done with Enter', async () => {
    const { user, last, onDone } = edited({ id: 'a', field: 'ListPrice' });
    await user.type(phrase(), 'up to 420k');
    expect(last()).toEqual({ id: 'a', field: 'ListPrice', is: { atMost: 420_000 } });
    expect(screen.getByText('up to $420,000')).toBeTruthy();
    await user.keyboard('{Enter}');
    expect(onDone).toHaveBeenCalledOnce();
  });
  it('that was guessed is said, and taken as typed with Escape', async () => {
    const { user, last, onDone } = edited({ id: 'a', field: 'ListPrice' });
    await user.type(phrase(), '450');
    expect(last()).toMatchObject({ is: { atMost: 450_000 } });
    expect(screen.getByRole('button', { name: 'no, as typed (Esc)' })).toBeTruthy();
    await user.keyboard('{Escape}');
    expect(last()).toMatchObject({ is: { atMost: 450 } });
    expect(onDone).not.toHaveBeenCalled();
  });
  it('that cannot be read says so, keeps the value before, and is not done with', async () => {
    const { user, last, onDone } = edited({ id: 'a', field: 'BedroomsTotal', is: { atLeast: 3 } });
    await user.clear(phrase());
    await user.type(phrase(), 'plenty');
    expect(last()).toMatchObject({ is: { atLeast: 3 } });
    expect(document.querySelector('.is-problem')?.textContent).not.toBe('');
    await user.keyboard('{Enter}');
    expect(onDone).not.toHaveBeenCalled();
  });
  it('is picked among what listings hold, and the phrase says the same', async () => {
    const { user, last } = edited({ id: 'a', field: 'City' });
    await user.click(await screen.findByRole('checkbox', { name: /Wrenfield/ }));
    expect(last()).toEqual({ id: 'a', field: 'City', is: { anyOf: ['Wrenfield'] } });
    expect(phrase().value).toBe('Wrenfield');
    await user.click(screen.getByRole('checkbox', { name: /Sedge Ferry/ }));
    expect(last()).toMatchObject({ is: { anyOf: ['Wrenfield', 'Sedge Ferry'] } });
    await user.click(screen.getByRole('checkbox', { name: /Wrenfield/ }));
    expect(last()).toMatchObject({ is: { anyOf: ['Sedge Ferry'] } });
  });
  it('is yes or no', async () => {
    const { user, last } = edited({ id: 'a', field: 'GarageYN' });
    await user.click(screen.getByText('no'));
    expect(last()).toMatchObject({ is: { yes: false } });
  });
});

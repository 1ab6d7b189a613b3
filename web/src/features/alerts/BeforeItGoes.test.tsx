// @vitest-environment jsdom
import type { AlertSettings } from '@perambula/contract';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { BeforeItGoes } from './BeforeItGoes.js';
import { WhatToTell } from './WhatToTell.js';

/** The settings as they now stand. */
const kept = (): AlertSettings => JSON.parse(screen.getByRole('status').textContent) as AlertSettings;

function Settings() {
  const [settings, setSettings] = useState<AlertSettings>({
    cadence: 'eachMorning',
    tell: ['new', 'priceDown'],
    leastPercent: 0,
    newsOnly: false,
    held: false,
    holdIf: [],
    tellsOffices: false,
    subject: '',
    greeting: '',
  });
  const set = (changes: Partial<AlertSettings>): void => setSettings({ ...settings, ...changes });
  return (
    <>
      <output>{JSON.stringify(settings)}</output>
      <WhatToTell news={settings} onChange={set} />
      <BeforeItGoes settings={settings} onChange={set} />
    </>
  );
}

describe('what an alert tells and is held for', () => {
  it('is set by a tap each; reasons to hold it are offered only where it is not held anyway', async () => {
    drawn(<Settings />, {});
    const underContract = screen.getByRole('checkbox', { name: 'a home is under contract' });
    await userEvent.click(underContract);
    await userEvent.click(screen.getByRole('checkbox', { name: 'a home was told before' }));
    await userEvent.click(underContract);
    expect(kept().holdIf).toEqual(['toldBefore']);
    await userEvent.click(screen.getByRole('button', { name: 'Hold it for my look' }));
    expect(kept()).toMatchObject({ held: true, holdIf: ['toldBefore'] });
    expect(screen.queryByRole('checkbox')).toBeNull();
  });
  it('asks how large a change of price has to be, where one is told at all', async () => {
    drawn(<Settings />, {});
    await userEvent.click(screen.getByRole('combobox', { name: 'How large a change of price is told' }));
    await userEvent.click(await screen.findByText('of 2 % or more'));
    expect(kept().leastPercent).toBe(2);
    await userEvent.click(screen.getByRole('button', { name: 'Price cut' }));
    expect(screen.queryByRole('combobox')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'New homes' }));
    expect(screen.getByText('Choose at least one kind of news.')).toBeTruthy();
  });
});

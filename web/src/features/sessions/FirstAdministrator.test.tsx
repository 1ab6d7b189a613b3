// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { deployment, setDeployment } from '../../shared/deployment.js';
import { drawn, failing } from '../../testing/drawn.js';
import { FirstAdministrator } from './FirstAdministrator.js';

const FIELDS = [
  ['Code', 'ABCD-EFGH-JKMN', 'code'],
  ['Your name', 'Ines Calloway', 'name'],
  ['License number', '00-801', 'licenseNumber'],
  ['E-mail address', 'ines@calloway.example', 'email'],
  ['Telephone', '555-0171', 'phone'],
  ['Office', 'Calloway', 'officeName'],
  ['Office’s postal address', '3 Weir St', 'postalAddress'],
  ['Password', 'a gate in the hedge', 'password'],
] as const;

describe('the first account', () => {
  it('is made of what is asked for, and none has to be made again then', async () => {
    setDeployment({ ...deployment(), isNew: true });
    const { asked } = drawn(<FirstAdministrator />, { 'POST session/first': { id: '1', name: 'Ines Calloway' } });
    const user = userEvent.setup({ delay: null });
    for (const [label, value] of FIELDS) await user.type(screen.getByLabelText(label), value);
    await user.click(screen.getByRole('button', { name: 'Make the account' }));
    await expect.poll(() => deployment().isNew).toBe(false);
    expect(asked).toEqual([
      { what: 'POST session/first', body: Object.fromEntries(FIELDS.map(([, value, name]) => [name, value])) },
    ]);
  });
  it('is not asked for with a short password or a blank; a wrong code is told, and what was typed stays', async () => {
    const { asked } = drawn(<FirstAdministrator />, {
      'POST session/first': () => failing(403, 'session.code', 'This is not the code that the server printed.'),
    });
    const user = userEvent.setup({ delay: null });
    await user.type(screen.getByLabelText('Password'), 'short');
    await user.click(screen.getByRole('button', { name: 'Make the account' }));
    expect(await screen.findByText('It has fewer than 12 characters.')).toBeTruthy();
    expect(screen.getByText('Type the code that the server printed.')).toBeTruthy();
    expect(asked).toEqual([]);
    await user.clear(screen.getByLabelText('Password'));
    for (const [label, value] of FIELDS) await user.type(screen.getByLabelText(label), value);
    await user.click(screen.getByRole('button', { name: 'Make the account' }));
    expect((await screen.findByRole('alert')).textContent).toBe('This is not the code that the server printed.');
    expect(screen.getByLabelText<HTMLInputElement>('Your name').value).toBe('Ines Calloway');
  });
});

// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ClientFile } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../testing/drawn.js';
import { BusyLine } from './BusyLine.js';

const file = (busy: ClientFile['busy']): ClientFile => ({ id: 'c', busy }) as ClientFile;
const open = (): Promise<void> => screen.findByRole('button', { name: 'Change when they cannot come' }).then(userEvent.click);

describe('when a household cannot come', () => {
  it('begins with the hours of an office, is changed, and kept', async () => {
    const { asked } = drawn(<BusyLine file={file([])} />, { 'PATCH clients/c': {} });
    expect(screen.getByText('They can see homes at any hour')).toBeTruthy();
    await open();
    fireEvent.change(await screen.findByLabelText('Until 1'), { target: { value: '15:30' } });
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await expect
      .poll(() => asked.find(({ what }) => what === 'PATCH clients/c')?.body)
      .toEqual({ busy: [{ days: [1, 2, 3, 4, 5], from: 540, until: 930 }] });
  });

  it('is no hour any more once all are taken off, and none that ends before it begins', async () => {
    const { asked } = drawn(<BusyLine file={file([{ days: [6], from: 780, until: 1080 }])} />, { 'PATCH clients/c': {} });
    expect(screen.getByText('Cannot come Sat 1 pm to 6 pm')).toBeTruthy();
    await open();
    fireEvent.change(await screen.findByLabelText('Until 1'), { target: { value: '12:00' } });
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep' }).disabled).toBe(true);
    await userEvent.click(screen.getByRole('button', { name: 'Take off 1' }));
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await expect.poll(() => asked.find(({ what }) => what === 'PATCH clients/c')?.body).toEqual({ busy: [] });
  });
});

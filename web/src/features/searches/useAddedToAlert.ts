import { addedHomes, tellAdded } from '@perambula/contract';
import type { AddedHomes, SavedSearch } from '@perambula/contract';
import { useQueryClient } from '@tanstack/react-query';
import { App } from 'antd';
import { ask, messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { makeStale } from '../../shared/queryKeys.js';

/** What is said once a search was saved, and its running alert asked what the change adds. */
interface AfterSaving {
  /** Asks whether the homes that it adds are sent. */
  readonly askToSend: (saved: SavedSearch) => Promise<void>;
  /** Sends them. */
  readonly send: (saved: SavedSearch) => Promise<void>;
}

export function useAddedToAlert(): AfterSaving {
  const { message, modal } = App.useApp();
  const client = useQueryClient();
  const decide = async (id: string, homes: number, send: boolean): Promise<void> => {
    try {
      await ask(tellAdded, { at: { id }, body: { send } });
      await makeStale(client, 'alert');
      const sent =
        homes === 1 ? 'The home that it adds goes in a message.' : `The ${homes} homes that it adds go in one message.`;
      void message.success(send ? `Saved. ${sent}` : 'Saved; the alert tells what comes.');
    } catch (error) {
      void message.error(messageOf(error));
    }
  };
  // that they cannot be counted now takes nothing from the search's being saved
  const added = async ({ id, alert }: SavedSearch): Promise<AddedHomes | null> =>
    alert?.state === 'running' ? ask(addedHomes, { at: { id } }).catch(() => null) : null;
  return {
    async askToSend(saved) {
      const { homes, first } = (await added(saved)) ?? { homes: 0, first: [] };
      if (homes === 0) return void message.success('Saved.');
      const [one, more] = [homes === 1, homes - first.length];
      modal.confirm({
        getContainer: onPage,
        keyboard: false,
        title: one ? 'The change adds a home' : `The change adds ${homes} homes`,
        content: `Saved. Never told to them, and now ${one ? 'it fits' : 'they fit'}: ${first.join(' · ')}${more > 0 ? ` and ${more} more` : ''}.`,
        okText: one ? 'Send it' : `Send these ${homes}`,
        cancelText: 'Only what comes',
        onOk: () => decide(saved.id, homes, true),
        onCancel: () => void decide(saved.id, homes, false),
      });
    },
    async send(saved) {
      const found = await added(saved);
      if (!found) return void message.warning('Saved. What it adds could not be counted, so nothing was sent.');
      if (found.homes === 0) return void message.success('Saved. It adds no home that they were not told of.');
      await decide(saved.id, found.homes, true);
    },
  };
}

import type { Round } from '@perambula/contract';
import { App, Button } from 'antd';
import { Send } from 'lucide-react';
import { useGoOnWithoutAgreement } from '../../shared/useGoOnWithoutAgreement.js';
import { useAskForRound } from './rounds.api.js';

/** Asks the listing offices for all times of the round that they have not agreed to. */
export function AskOffices({ round }: { readonly round: Round }) {
  const request = useAskForRound(round.id);
  const { message } = App.useApp();
  const refused = useGoOnWithoutAgreement();
  const send = (withoutAgreement: boolean): void =>
    request.mutate(withoutAgreement ? { withoutAgreement } : {}, {
      onSuccess: ({ asked, notAsked }) => {
        const of = asked === 1 ? 'One listing office is' : `${asked} listing offices are`;
        void message.success(asked > 0 ? `${of} asked. The answers come here by themselves.` : 'Every office has been asked.');
        for (const { address, why } of notAsked) void message.warning(`${address} was not asked. ${why}`, 8);
      },
      onError: (error) => refused(error, 'Ask the offices all the same', () => send(true)),
    });
  const isAllAsked = round.homes.every(({ showing }) => showing?.state === 'confirmed');
  return (
    <Button
      type="primary"
      icon={<Send size={14} />}
      loading={request.isPending}
      disabled={isAllAsked}
      onClick={() => send(false)}
    >
      {isAllAsked ? 'All agreed' : 'Ask the offices'}
    </Button>
  );
}

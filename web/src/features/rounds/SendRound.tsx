import type { Round } from '@perambula/contract';
import { App, Button, Popconfirm } from 'antd';
import { Mail } from 'lucide-react';
import { messageOf } from '../../shared/http.js';
import { useSendRound } from './rounds.api.js';

/** Sends the client what is agreed, after a last word on what goes. */
export function SendRound({ round }: { readonly round: Round }) {
  const send = useSendRound(round.id);
  const { message } = App.useApp();
  const agreed = round.homes.filter(({ showing }) => showing?.state === 'confirmed').length;
  const open = round.homes.length - agreed;
  return (
    <Popconfirm
      title={`Send ${round.clientName} ${agreed === 1 ? 'the agreed visit' : `the ${agreed} agreed visits`}?`}
      description={
        <>
          In one message, with one calendar file and the day on paper.
          {round.asksAfter && ' They are asked that evening how the homes were.'}
          {open > 0 && <br />}
          {open > 0 && `${open === 1 ? 'One home is' : `${open} homes are`} not agreed yet, and not named.`}
        </>
      }
      okText="Send"
      onConfirm={() =>
        send.mutate(undefined, {
          onSuccess: ({ sentTo }) => void message.success(`Sent to ${sentTo} ${sentTo === 1 ? 'person' : 'people'}.`),
          onError: (error) => void message.error(messageOf(error)),
        })
      }
    >
      <Button icon={<Mail size={14} />} loading={send.isPending} disabled={agreed === 0}>
        Send the day
      </Button>
    </Popconfirm>
  );
}

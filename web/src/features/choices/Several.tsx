import type { ChoiceBody, ClientSummary } from '@perambula/contract';
import { App, Button, Checkbox } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useParameters } from '../../shared/useParameters.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { useClients, useFile } from '../clients/index.js';
import { useChoicePreviews, useSendToSeveral } from './choices.api.js';
import type { SentToOne } from './choices.api.js';
import { goingTo, sayOne, sayReaders } from './choices.rules.js';
import { Message } from './Message.js';
import { choiceOf, useUnsentTo } from './unsent.js';
import type { Unsent } from './unsent.js';
import ownCss from './Several.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly clientIds: readonly string[];
  readonly keys: readonly string[];
}

/** The same homes for several clients: each has words and a last look of their own, and all are sent in one go. */
export function Several({ clientIds, keys }: Props) {
  const clients = useClients();
  if (clients.isPending) return <Waiting what="Opening the files …" />;
  if (clients.isError) return <Failed error={clients.error} retry={() => void clients.refetch()} />;
  const chosen = clientIds.flatMap((id) => clients.data.find((client) => client.id === id) ?? []);
  if (chosen.length === 0) return <Empty title="Nobody to send to">None of these files is yours, or in use.</Empty>;
  return <ToEach clients={chosen} keys={keys} />;
}

function ToEach({ clients, keys }: { readonly clients: readonly ClientSummary[]; readonly keys: readonly string[] }) {
  const [params, change] = useParameters();
  const [left, setLeft] = useState<readonly string[]>([]);
  const send = useSendToSeveral();
  const { message } = App.useApp();
  const unsent = useUnsentTo(clients.map(({ id }) => id));
  const choices = clients.map(({ id }, i) => choiceOf(id, keys, unsent[i] as Unsent));
  const previews = useChoicePreviews(choices);
  const results = new Map(send.data?.map((each) => [each.clientId, each]));
  const each = clients.map((client, i) => {
    const [preview, { ticks }] = [previews[i], unsent[i] as Unsent];
    const result = results.get(client.id);
    return {
      client,
      going: preview ? goingTo(preview, ticks) : [],
      isIn: !left.includes(client.id),
      result,
      said: result ? (result.problem ?? `Sent to ${result.readers}.`) : preview ? sayOne(preview, ticks) : 'Looking once more …',
    };
  });
  // just what stands on the page: of what came up since, the server says so
  const messages = each.flatMap(({ going, isIn }, i) =>
    isIn && going.length > 0 ? [{ choice: choices[i] as ChoiceBody, going, readers: sayReaders(previews[i]?.to ?? []) }] : [],
  );
  const looked = clients.find(({ id }) => id === params.get('look')) ?? clients[0];
  const begin = (): void =>
    send.mutate(messages, {
      onSuccess: (all) => {
        const sent = all.filter(({ problem }) => problem === null).length;
        void message.success(`On its way to ${sent} of ${all.length}.`);
      },
    });
  return (
    <div className={cx('several')}>
      <header className={cx('head')}>
        <h1>
          {keys.length} {keys.length === 1 ? 'home' : 'homes'} for {clients.length} clients
        </h1>
        {!send.isSuccess && (
          <Button type="primary" disabled={messages.length === 0} loading={send.isPending} onClick={begin}>
            Send to {messages.length} {messages.length === 1 ? 'client' : 'clients'}
          </Button>
        )}
      </header>
      <ul className={cx('clients')} aria-label="To whom">
        {each.map(({ client, going, ...rest }) => (
          <Recipient
            key={client.id}
            client={client}
            canGo={going.length > 0}
            {...rest}
            isLooked={client === looked && !send.isSuccess}
            isOver={send.isSuccess}
            onTick={(isIn) => setLeft(isIn ? left.filter((id) => id !== client.id) : [...left, client.id])}
            onLook={() => change({ look: client.id })}
          />
        ))}
      </ul>
      {looked && !send.isSuccess && <Looked key={looked.id} clientId={looked.id} keys={keys} />}
    </div>
  );
}

interface RecipientProps {
  readonly client: ClientSummary;
  /** Whether anything would go to them. */
  readonly canGo: boolean;
  readonly isIn: boolean;
  readonly isLooked: boolean;
  /** Whether all have been sent. */
  readonly isOver: boolean;
  readonly result: SentToOne | undefined;
  readonly said: string;
  readonly onTick: (isIn: boolean) => void;
  readonly onLook: () => void;
}

/** One of the clients: whether it goes to them, and what becomes of it. */
function Recipient({ client: { id, name }, canGo, isIn, isLooked, isOver, result, said, onTick, onLook }: RecipientProps) {
  return (
    <li className={cx(isLooked ? 'client is-looked' : 'client')}>
      <Checkbox
        checked={isIn && (canGo || result !== undefined)}
        disabled={!canGo || isOver}
        aria-label={`Send to ${name}`}
        onChange={({ target }) => onTick(target.checked)}
      />
      <span>
        <Link to={`/clients/${id}`} className="strong quiet-link">
          {name}
        </Link>
        <span className={cx(result?.problem ? 'said is-failed' : 'said')} role="status">
          {said}
        </span>
      </span>
      {!isOver && !isLooked && (
        <Button type="text" size="small" onClick={onLook} aria-label={`Look at the message to ${name}`}>
          Look at it
        </Button>
      )}
    </li>
  );
}

function Looked({ clientId, keys }: { readonly clientId: string; readonly keys: readonly string[] }) {
  const file = useFile(clientId);
  if (file.isPending) return <Waiting what="Opening the file …" />;
  if (file.isError) return <Failed error={file.error} retry={() => void file.refetch()} />;
  return <Message file={file.data} keys={keys} isOneOfSeveral />;
}

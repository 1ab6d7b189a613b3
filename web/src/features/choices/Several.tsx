import type { ClientSummary } from '@perambula/contract';
import { App, Button, Checkbox } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useParameters } from '../../shared/useParameters.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { useClients, useFile } from '../clients/index.js';
import { useChoicePreview, useSendToSeveral } from './choices.api.js';
import type { SentToOne } from './choices.api.js';
import { sayOne } from './choices.rules.js';
import { Message } from './Message.js';
import { choiceOf, useUnsent } from './unsent.js';
import ownCss from './Several.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly clientIds: readonly string[];
  readonly keys: readonly string[];
}

/** The same homes for several clients: each has words and a last look of their own, and all are sent in one go. */
export function Several({ clientIds, keys }: Props) {
  const clients = useClients();
  const [params, change] = useParameters();
  const [left, setLeft] = useState<readonly string[]>([]);
  const send = useSendToSeveral();
  const { message } = App.useApp();
  if (clients.isPending) return <Waiting what="Opening the files …" />;
  if (clients.isError) return <Failed error={clients.error} retry={() => void clients.refetch()} />;
  const chosen = clientIds.flatMap((id) => clients.data.find((client) => client.id === id) ?? []);
  if (chosen.length === 0) return <Empty title="Nobody to send to">None of these files is yours, or in use.</Empty>;
  const going = chosen.filter(({ id }) => !left.includes(id));
  const looked = chosen.find(({ id }) => id === params.get('look')) ?? chosen[0];
  const results = new Map(send.data?.map((each) => [each.clientId, each]));
  const begin = (): void =>
    send.mutate(
      { clientIds: going.map(({ id }) => id), keys },
      {
        onSuccess: (all) => {
          const sent = all.filter(({ problem }) => problem === null).length;
          void message.success(`On its way to ${sent} of ${all.length}.`);
        },
      },
    );
  return (
    <div className={cx('several')}>
      <header className={cx('head')}>
        <h1>
          {keys.length} {keys.length === 1 ? 'home' : 'homes'} for {chosen.length} clients
        </h1>
        <Button type="primary" disabled={going.length === 0 || send.isSuccess} loading={send.isPending} onClick={begin}>
          Send to {going.length} {going.length === 1 ? 'client' : 'clients'}
        </Button>
      </header>
      <ul className={cx('clients')} aria-label="To whom">
        {chosen.map((client) => (
          <Recipient
            key={client.id}
            client={client}
            keys={keys}
            isIn={!left.includes(client.id)}
            isLooked={client === looked}
            result={results.get(client.id)}
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
  readonly keys: readonly string[];
  readonly isIn: boolean;
  readonly isLooked: boolean;
  readonly result: SentToOne | undefined;
  readonly onTick: (isIn: boolean) => void;
  readonly onLook: () => void;
}

/** One of the clients: whether it goes to them, and what becomes of it. */
function Recipient({ client: { id, name }, keys, isIn, isLooked, result, onTick, onLook }: RecipientProps) {
  const { unsent } = useUnsent(id);
  const preview = useChoicePreview(choiceOf(id, keys, unsent), undefined);
  const said = result ? (result.problem ?? `Sent to ${result.readers}.`) : preview.data && sayOne(preview.data, unsent.ticks);
  return (
    <li className={cx(isLooked ? 'client is-looked' : 'client')}>
      <Checkbox
        checked={isIn}
        disabled={result !== undefined}
        aria-label={`Send to ${name}`}
        onChange={({ target }) => onTick(target.checked)}
      />
      <span>
        <Link to={`/clients/${id}`} className="strong quiet-link">
          {name}
        </Link>
        <span className={cx(result?.problem ? 'said is-failed' : 'said')} role="status">
          {preview.isPending ? 'Looking once more …' : said}
        </span>
      </span>
      {!result && !isLooked && (
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

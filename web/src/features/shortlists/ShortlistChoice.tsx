import { App, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useClients } from '../clients/index.js';
import { useAddToShortlist, useShortlists } from './shortlists.api.js';
import { parted } from './shortlists.rules.js';
import { OWN, WhoseShortlist } from './WhoseShortlist.js';

/** A shortlist that is there, or one to be begun; its client is null where it is the agent's own. */
type To = { readonly id: string } | { readonly clientId: string | null; readonly name: string };

interface Props {
  readonly keys: readonly string[];
  readonly onDone: () => void;
}

/** On which shortlist some homes go: of the client whose file is open, or of the agent's own, one there already or a new one. */
export function ShortlistChoice({ keys, onDone }: Props) {
  const { clientId, open } = useOpenFile();
  const [isOwn, setOwn] = useState(false);
  const client = useClients().data?.find(({ id }) => id === clientId);
  if (isOwn) return <Lists keys={keys} onDone={onDone} clientId={null} title="On a shortlist of your own" />;
  return (
    <div className="popover-form">
      {client ? (
        <>
          <Lists keys={keys} onDone={onDone} clientId={client.id} title={`On a shortlist of ${client.name}`} />
          <button type="button" className="link" onClick={() => setOwn(true)}>
            Or on one of your own
          </button>
        </>
      ) : (
        <>
          <p className="strong">Whose shortlist?</p>
          <WhoseShortlist
            placeholder="Your own, or a client’s: their file is opened"
            onChoose={(whose) => (whose === OWN ? setOwn(true) : open(whose))}
          />
        </>
      )}
    </div>
  );
}

interface ListsProps extends Props {
  readonly clientId: string | null;
  readonly title: string;
}

function Lists({ keys, onDone, clientId, title }: ListsProps) {
  const [name, setName] = useState('');
  const { kept } = parted(useShortlists().data ?? []);
  const add = useAddToShortlist();
  const { message } = App.useApp();
  const put = (to: To): void =>
    add.mutate(
      { to, listingKeys: keys },
      {
        onSuccess: (shortlist) => {
          void message.success(
            <>
              On “{shortlist.name}” now. <Link to={`/shortlists/${shortlist.id}`}>Open it</Link>
            </>,
          );
          onDone();
        },
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <div className="popover-form">
      <p className="strong">{title}</p>
      {kept
        .filter((shortlist) => shortlist.clientId === clientId)
        .map((shortlist) => (
          <button type="button" key={shortlist.id} className="file-option" onClick={() => put({ id: shortlist.id })}>
            {shortlist.name}{' '}
            <span className="soft">
              {shortlist.items.length} {shortlist.items.length === 1 ? 'home' : 'homes'}
            </span>
          </button>
        ))}
      <Input.Search
        placeholder="A new one: Saturday"
        enterButton="Start"
        aria-label="Name of a new shortlist"
        value={name}
        loading={add.isPending}
        onChange={({ target }) => setName(target.value)}
        onSearch={(value) => value.trim() && put({ clientId, name: value })}
      />
    </div>
  );
}

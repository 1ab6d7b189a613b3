import { App, Input, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useClients, useFile } from '../clients/index.js';
import { useAddToShortlist } from './shortlists.api.js';

/** A shortlist that is there, or one to be begun. */
type To = { readonly id: string } | { readonly clientId: string; readonly name: string };

interface Props {
  readonly keys: readonly string[];
  readonly onDone: () => void;
}

/** On which shortlist of the open file some homes go, one there already or a new one; where no file is open, whose it is. */
export function ShortlistChoice({ keys, onDone }: Props) {
  const [name, setName] = useState('');
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
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
  if (!clientId || !file) return <Whose />;
  return (
    <div className="popover-form">
      <p className="strong">On a shortlist of {file.name}</p>
      {file.shortlists.map((shortlist) => (
        <button type="button" key={shortlist.id} className="file-option" onClick={() => put({ id: shortlist.id })}>
          {shortlist.name}{' '}
          <span className="soft">
            {shortlist.homes} {shortlist.homes === 1 ? 'home' : 'homes'}
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

/** Whose shortlist it is to be: their file is opened. */
function Whose() {
  const clients = useClients().data ?? [];
  const { open } = useOpenFile();
  return (
    <div className="popover-form">
      <p className="strong">Whose shortlist?</p>
      <Select
        aria-label="Whose shortlist"
        placeholder="Choose a client: their file is opened"
        showSearch={{ optionFilterProp: 'label' }}
        options={clients.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id: string) => open(id)}
      />
    </div>
  );
}

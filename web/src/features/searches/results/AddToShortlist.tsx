import { App, Button, Input, Popover } from 'antd';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { messageOf } from '../../../shared/http.js';
import { useKey } from '../../../shared/keys.js';
import { useOpenFile } from '../../../shared/openFile.js';
import { useFile } from '../../clients/index.js';
import { useAddToShortlist } from '../../shortlists/index.js';

/** A shortlist that is there, or one to be begun. */
type To = { readonly id: string } | { readonly clientId: string; readonly name: string };

/** Puts listings on a shortlist of the open file, one there already or a new one. */
export const AddToShortlist = memo(function AddToShortlist({
  keys,
  onDone,
}: {
  readonly keys: readonly string[];
  readonly onDone: () => void;
}) {
  const [open, setOpen] = useState(false);
  const add = useAddToShortlist();
  const { message } = App.useApp();
  useKey('shortlist', () => keys.length > 0 && setOpen(true));
  const put = (to: To): void =>
    add.mutate(
      { to, listingKeys: keys },
      {
        onSuccess: (shortlist) => {
          setOpen(false);
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
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomRight"
      destroyOnHidden
      content={<Choice isPending={add.isPending} onPut={put} />}
    >
      <Button type="primary" disabled={keys.length === 0}>
        Shortlist
      </Button>
    </Popover>
  );
});

function Choice({ isPending, onPut }: { readonly isPending: boolean; readonly onPut: (to: To) => void }) {
  const [name, setName] = useState('');
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  if (!clientId || !file)
    return <p className="popover-form">A shortlist belongs to a client. Open a client’s file at the head of the page first.</p>;
  return (
    <div className="popover-form">
      <p className="strong">On a shortlist of {file.name}</p>
      {file.shortlists.map((shortlist) => (
        <button type="button" key={shortlist.id} className="file-option" onClick={() => onPut({ id: shortlist.id })}>
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
        loading={isPending}
        onChange={({ target }) => setName(target.value)}
        onSearch={(value) => value.trim() && onPut({ clientId, name: value })}
      />
    </div>
  );
}

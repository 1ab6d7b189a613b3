import { App, Button, Input, Popover } from 'antd';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { messageOf } from '../../../shared/http.js';
import { useOpenFile } from '../../../shared/openFile.js';
import { useFile } from '../../clients/index.js';
import { useAddToShortlist } from '../../shortlists/index.js';

/** Puts listings on a shortlist of the open file, one there already or a new one. */
export const AddToShortlist = memo(function AddToShortlist({
  keys,
  onDone,
}: {
  readonly keys: readonly string[];
  readonly onDone: () => void;
}) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  const add = useAddToShortlist();
  const { message } = App.useApp();
  const put = (to: { id: string } | { clientId: string; name: string }): void =>
    add.mutate(
      { to, listingKeys: keys },
      {
        onSuccess: (shortlist) => {
          setOpen(false);
          setName('');
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
      content={
        clientId && file ? (
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
        ) : (
          <p className="popover-form">A shortlist belongs to a client. Open a client’s file at the head of the page first.</p>
        )
      }
    >
      <Button type="primary" disabled={keys.length === 0}>
        Shortlist
      </Button>
    </Popover>
  );
});

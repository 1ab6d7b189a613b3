import type { HeldHome, Today } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { App, Button, Input, Modal } from 'antd';
import { Eye } from 'lucide-react';
import { useState } from 'react';
import { Avatar } from '../../shared/Avatar.js';
import { classesOf } from '../../shared/classes.js';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useChangeHeldHome, useHeldHomes, usePass } from './today.api.js';
import ownCss from './HeldMessage.module.css';

const cx = classesOf(ownCss);

type Message = Today['held'][number];

/** An alert's message that waits for the agent's look: looked at, changed, let go or thrown away. */
export function HeldMessage({ message }: { readonly message: Message }) {
  const [isOpen, setIsOpen] = useState(false);
  const pass = usePass();
  const { message: toast } = App.useApp();
  const act = (send: boolean): void =>
    pass.mutate({ id: message.id, send }, { onError: (error) => void toast.error(messageOf(error)) });
  const choices = (
    <>
      <Button color="primary" variant="filled" loading={pass.isPending} onClick={() => act(true)}>
        Let it go
      </Button>
      <Button onClick={() => act(false)}>Don’t send</Button>
    </>
  );
  return (
    <li className="row">
      <Avatar name={message.clientName} />
      <div className="row-main">
        <span>
          An alert for <b>{message.to}</b> is held for your look
        </span>
        <p>{message.subject}</p>
      </div>
      <div className="row-actions">
        <Button icon={<Eye size={15} />} onClick={() => setIsOpen(true)}>
          Look
        </Button>
        {choices}
      </div>
      <Modal
        getContainer={onPage}
        open={isOpen}
        width={1040}
        title={`Held for your look: ${message.subject}`}
        footer={choices}
        onCancel={() => setIsOpen(false)}
        destroyOnHidden
      >
        <Contents message={message} />
      </Modal>
    </li>
  );
}

/** The homes that a message tells, and beside them the message as it will arrive. */
function Contents({ message }: { readonly message: Message }) {
  const homes = useHeldHomes(message.id);
  const change = useChangeHeldHome(message.id);
  const [changes, setChanges] = useState(0);
  if (homes.isPending) return <Waiting what="Opening the message …" />;
  if (homes.isError) return <Failed error={homes.error} retry={() => void homes.refetch()} />;
  return (
    <div className={cx('parts')}>
      <div>
        <ul className={cx('homes')} aria-label="Homes in the message">
          {homes.data.map((home) => (
            <Home
              key={home.listingKey}
              home={home}
              isBusy={change.isPending}
              onChange={(to) => change.mutate({ ...home, ...to }, { onSuccess: () => setChanges(changes + 1) })}
            />
          ))}
        </ul>
        {change.isError && (
          <p className="problem" role="alert">
            {messageOf(change.error)}
          </p>
        )}
      </div>
      <iframe
        key={changes}
        title="The message as it will arrive"
        src={`/api/outbox/${message.id}/body`}
        className={cx('letter')}
      />
    </div>
  );
}

interface HomeProps {
  readonly home: HeldHome;
  readonly isBusy: boolean;
  readonly onChange: (changes: Partial<HeldHome>) => void;
}

/** One home: left out or put back, with a word to it. */
function Home({ home, isBusy, onChange }: HomeProps) {
  const [words, setWords] = useState(home.words);
  const keep = (): void => {
    if (words.trim() !== home.words) onChange({ words: words.trim() });
  };
  return (
    <li className={home.isLeftOut ? cx('is-out') : undefined}>
      <div className={cx('head')}>
        <b>{home.address}</b>
        <Button size="small" disabled={isBusy} onClick={() => onChange({ isLeftOut: !home.isLeftOut })}>
          {home.isLeftOut ? 'Put back' : 'Leave out'}
        </Button>
      </div>
      <p className="tight">{[home.price !== null && dollars(home.price), home.why].filter(Boolean).join(' · ')}</p>
      {!home.isLeftOut && (
        <Input
          maxLength={300}
          value={words}
          placeholder="A word to it"
          aria-label={`A word to ${home.address}`}
          onChange={({ target }) => setWords(target.value)}
          onBlur={keep}
          onPressEnter={({ currentTarget }) => currentTarget.blur()}
        />
      )}
    </li>
  );
}

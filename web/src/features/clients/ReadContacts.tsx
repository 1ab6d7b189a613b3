import { useQuery } from '@tanstack/react-query';
import { readContacts } from '@perambula/contract';
import type { ContactsRead } from '@perambula/contract';
import { App, Button, Checkbox, Modal } from 'antd';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { ask, messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { contactKeys, useTakeContacts } from './clients.api.js';
import ownCss from './ReadContacts.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly file: File;
  readonly onDone: () => void;
}

/** What a file of contacts holds and what will become of each household, before anything is kept. */
export function ReadContacts({ file, onDone }: Props) {
  const read = useQuery({
    queryKey: contactKeys.of(file.name, file.size, file.lastModified),
    queryFn: async () => ask(readContacts, { body: await file.text(), type: 'text/plain' }),
    retry: false,
    gcTime: 0,
  });
  return (
    <Modal getContainer={onPage} open title={`People in ${file.name}`} width={680} footer={null} onCancel={onDone}>
      {read.isPending && <Waiting what="Reading the file …" />}
      {read.isError && <Failed error={read.error} retry={() => void read.refetch()} />}
      {read.data && <Households read={read.data} onDone={onDone} />}
    </Modal>
  );
}

function Households({ read: { households, refused }, onDone }: { readonly read: ContactsRead; readonly onDone: () => void }) {
  const take = useTakeContacts();
  const { message } = App.useApp();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const going = households.filter(({ fate }, i) => fate.is !== 'known' && !left.has(i));
  const toggle = (i: number): void => {
    const next = new Set(left);
    if (!next.delete(i)) next.add(i);
    setLeft(next);
  };
  const keep = (): void =>
    take.mutate(
      going.map(({ name, people, notes }) => ({ name, people, notes })),
      {
        onSuccess: ({ opened, added }) => (void message.success(sayTaken(opened, added)), onDone()),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <>
      <ul className={cx('households')}>
        {households.map(({ name, people, fate }, i) => (
          <li key={i}>
            <Checkbox
              checked={fate.is !== 'known' && !left.has(i)}
              disabled={fate.is === 'known'}
              onChange={() => toggle(i)}
              aria-label={name}
            />
            <span>
              <b>{name}</b>
              <span className="tight">
                {people.map((person) => [person.name, person.email, person.timeZone].filter(Boolean).join(', ')).join(' · ')}
              </span>
            </span>
            <span className={`chip ${fate.is === 'known' ? '' : 'chip-calm'}`}>
              {fate.is === 'new'
                ? 'a new file'
                : fate.is === 'added'
                  ? `joins ${fate.client}`
                  : `already in the file of ${fate.client}`}
            </span>
          </li>
        ))}
      </ul>
      {refused.length > 0 && (
        <details className={cx('refused')}>
          <summary>{refused.length === 1 ? 'One could not be read' : `${refused.length} could not be read`}</summary>
          <ul>
            {refused.map(({ at, reason }) => (
              <li key={at}>
                Number {at}: {reason}.
              </li>
            ))}
          </ul>
        </details>
      )}
      <p className="soft">Nobody is written to by this. Each address is still to be confirmed by its reader.</p>
      <div className={cx('does')}>
        <Button type="primary" disabled={going.length === 0} loading={take.isPending} onClick={keep}>
          {going.length === 0 ? 'Nothing to take' : going.length === 1 ? 'Take this one' : `Take these ${going.length}`}
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </>
  );
}

function sayTaken(opened: number, added: number): string {
  const files = opened === 1 ? 'One file opened' : `${opened} files opened`;
  if (added === 0) return `${files}.`;
  return `${files}, ${added === 1 ? 'one person' : `${added} people`} added.`;
}

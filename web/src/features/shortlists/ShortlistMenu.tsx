import { writeFileOf } from '@perambula/contract';
import type { FileType, Shortlist } from '@perambula/contract';
import { App, Button, Dropdown, Input, Modal } from 'antd';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { download } from '../../shared/download.js';
import { ask, messageOf } from '../../shared/http.js';
import { LISTING_FILES } from '../../shared/listingFiles.js';
import { onPage } from '../../shared/onPage.js';
import { useChangeShortlist, useCopyShortlist, useMergeShortlists, useRemoveShortlist } from './shortlists.api.js';

interface Props {
  readonly shortlist: Shortlist;
  /** The client's other shortlists. */
  readonly others: readonly Shortlist[];
}

/** What is done with a whole shortlist: named anew, doubled, made one with another, put away, deleted. */
export function ShortlistMenu({ shortlist, others }: Props) {
  const { id, name, archivedAt, items, sharedAt } = shortlist;
  const [naming, setNaming] = useState<'rename' | 'copy' | null>(null);
  const change = useChangeShortlist(id);
  const merge = useMergeShortlists(id);
  const remove = useRemoveShortlist(id);
  const navigate = useNavigate();
  const { message, modal } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const number = items.length === 1 ? 'one home' : `${items.length} homes`;
  const does: Readonly<Record<string, () => void>> = {
    rename: () => setNaming('rename'),
    copy: () => setNaming('copy'),
    away: () =>
      change.mutate(
        { archived: archivedAt === null },
        {
          onSuccess: () =>
            void message.success(
              archivedAt === null ? `“${name}” is put away; it is not in any portal.` : `“${name}” is out again.`,
            ),
          onError,
        },
      ),
    delete: () =>
      void modal.confirm({
        getContainer: onPage,
        title: `Delete “${name}” for good?`,
        content: `Its ${number}, with what you noted of them, cannot be brought back. Put it away to keep it out of sight.`,
        okText: 'Delete it',
        okButtonProps: { danger: true },
        onOk: () => remove.mutate(undefined, { onSuccess: () => void navigate('/shortlists'), onError }),
      }),
  };
  const saveAs = (type: FileType): void =>
    void ask(writeFileOf, { body: { keys: items.map(({ listingKey }) => listingKey), type } })
      .then((file) => download(file, `${name}.${type}`))
      .catch((error: unknown) => message.error(messageOf(error)));
  const mergeWith = (other: Shortlist): void =>
    merge.mutate(other.id, {
      onSuccess: () => void message.success(`“${other.name}” is part of “${name}” now.`),
      onError,
    });
  return (
    <>
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            { key: 'rename', label: 'Name it anew' },
            { key: 'copy', label: 'Make a second one like it' },
            ...(items.length > 0
              ? [
                  {
                    key: 'file',
                    label: 'Save its homes',
                    children: LISTING_FILES.map(({ key, label }) => ({ key: `as ${key}`, label })),
                  },
                ]
              : []),
            ...(others.length > 0
              ? [
                  {
                    key: 'merge',
                    label: 'Take in another',
                    children: others.map((other) => ({ key: `merge ${other.id}`, label: other.name })),
                  },
                ]
              : []),
            {
              key: 'away',
              label:
                archivedAt !== null
                  ? 'Take it out again'
                  : sharedAt === null
                    ? 'Put it away'
                    : 'Put it away, out of their portal',
            },
            { key: 'delete', label: 'Delete it', danger: true },
          ],
          onClick: ({ key }) => {
            const other = others.find((each) => key === `merge ${each.id}`);
            const as = LISTING_FILES.find((each) => key === `as ${each.key}`);
            if (other) mergeWith(other);
            else if (as) saveAs(as.key);
            else does[key]?.();
          },
        }}
      >
        <Button icon={<Ellipsis size={16} />} aria-label={`More for “${name}”`} />
      </Dropdown>
      {naming && <Naming shortlist={shortlist} isCopy={naming === 'copy'} onClose={() => setNaming(null)} />}
    </>
  );
}

interface NamingProps {
  readonly shortlist: Shortlist;
  readonly isCopy: boolean;
  readonly onClose: () => void;
}

function Naming({ shortlist: { id, name }, isCopy, onClose }: NamingProps) {
  const [text, setText] = useState(isCopy ? `${name}, second` : name);
  const change = useChangeShortlist(id);
  const copy = useCopyShortlist(id);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const keep = (): void => {
    if (isCopy) copy.mutate(text, { onSuccess: (made) => (onClose(), void navigate(`/shortlists/${made.id}`)), onError });
    else change.mutate({ name: text }, { onSuccess: onClose, onError });
  };
  return (
    <Modal
      getContainer={onPage}
      open
      title={isCopy ? 'A second one, with the same homes and notes' : 'Name it anew'}
      okText="Keep it"
      okButtonProps={{ disabled: text.trim() === '', loading: change.isPending || copy.isPending }}
      onOk={keep}
      onCancel={onClose}
    >
      <Input
        aria-label="Its name"
        value={text}
        maxLength={120}
        onChange={({ target }) => setText(target.value)}
        onPressEnter={keep}
      />
    </Modal>
  );
}

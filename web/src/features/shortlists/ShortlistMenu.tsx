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
import { offerPutBack } from '../../shared/putBack.js';
import {
  useChangeShortlist,
  useCopyShortlist,
  useMergeShortlists,
  useRemoveShortlist,
  useRestoreShortlist,
} from './shortlists.api.js';
import { WhoseShortlist } from './WhoseShortlist.js';

interface Props {
  readonly shortlist: Shortlist;
  /** The other shortlists of the same client, or of the agent's own. */
  readonly others: readonly Shortlist[];
}

/** What is done with a whole shortlist: named anew, given to a client, doubled, made one with another, put away, deleted. */
export function ShortlistMenu({ shortlist, others }: Props) {
  const { id, name, archivedAt, items, sharedAt } = shortlist;
  const [naming, setNaming] = useState<'rename' | 'copy' | null>(null);
  const [giving, setGiving] = useState(false);
  const change = useChangeShortlist(id);
  const merge = useMergeShortlists(id);
  const remove = useRemoveShortlist(id);
  const restore = useRestoreShortlist();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const takenAway = (which: Shortlist, says: string): void =>
    offerPutBack(
      message,
      `gone-${which.id}`,
      says,
      () =>
        // this menu may be gone by then
        void restore.mutateAsync(which.id).then(() => navigate(`/shortlists/${which.id}`), onError),
    );
  const does: Readonly<Record<string, () => void>> = {
    rename: () => setNaming('rename'),
    copy: () => setNaming('copy'),
    give: () => setGiving(true),
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
      void remove.mutateAsync().then(() => {
        takenAway(shortlist, `“${name}” is deleted.`);
        return navigate('/shortlists');
      }, onError),
  };
  const saveAs = (type: FileType): void =>
    void ask(writeFileOf, { body: { keys: items.map(({ listingKey }) => listingKey), type } })
      .then((file) => download(file, `${name}.${type}`))
      .catch((error: unknown) => message.error(messageOf(error)));
  const mergeWith = (other: Shortlist): void =>
    merge.mutate(other.id, {
      onSuccess: () => takenAway(other, `“${other.name}” is part of “${name}” now.`),
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
            ...(shortlist.clientId === null ? [{ key: 'give', label: 'Give it to a client …' }] : []),
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
      {giving && <Giving shortlist={shortlist} onClose={() => setGiving(false)} />}
      {naming && <Naming shortlist={shortlist} isCopy={naming === 'copy'} onClose={() => setNaming(null)} />}
    </>
  );
}

/** Whose the agent's own shortlist is to be. */
function Giving({ shortlist: { id, name }, onClose }: Pick<Props, 'shortlist'> & { readonly onClose: () => void }) {
  const change = useChangeShortlist(id);
  const { message } = App.useApp();
  const give = (clientId: string): void =>
    change.mutate(
      { clientId },
      {
        onSuccess: ({ clientName }) => (onClose(), void message.success(`“${name}” stands in the file of ${clientName} now.`)),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <Modal getContainer={onPage} open title={`Give “${name}” to a client`} footer={null} width={380} onCancel={onClose}>
      <div className="popover-form">
        <p>It becomes theirs, with your notes. They see nothing of it until you share or send it.</p>
        <WhoseShortlist placeholder="Choose a client" isClients onChoose={give} />
      </div>
    </Modal>
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

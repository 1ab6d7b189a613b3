import type { ClientFile } from '@perambula/contract';
import { App, Button, Dropdown, Modal, Select } from 'antd';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { useArchive, useChangeClient, useClients, useDeleteClient, useMerge } from '../clients/index.js';

/** What is done with a whole file: put away, merged with another, deleted. */
export function FileMenu({ file }: { readonly file: ClientFile }) {
  const archive = useArchive(file.id);
  const change = useChangeClient(file.id);
  const remove = useDeleteClient(file.id);
  const { message, modal } = App.useApp();
  const navigate = useNavigate();
  const [merges, setMerges] = useState(false);
  const failed = (error: unknown): void => void message.error(messageOf(error));
  const isAway = file.archivedAt !== null;
  const putAway = (): void =>
    archive.mutate(!isAway, {
      onSuccess: () =>
        void message.success(
          isAway ? 'The file is in use again. Its alerts stay paused until you resume them.' : 'Put away, its alerts paused.',
        ),
      onError: failed,
    });
  const askAfter = (): void =>
    change.mutate(
      { asksAfter: !file.asksAfter },
      {
        onSuccess: () =>
          void message.success(
            file.asksAfter
              ? 'They are not asked any more how the homes were that they saw.'
              : 'They are asked in the evening, by a message to each, how the homes were that they saw.',
          ),
        onError: failed,
      },
    );
  const askToDelete = (): void =>
    void modal.confirm({
      getContainer: onPage,
      title: `Delete all that is kept of ${file.name}?`,
      content:
        'People, searches, alerts, shortlists, messages, visits and notes are deleted for good. This cannot be taken back; to keep them out of sight, put the file away.',
      okText: 'Delete for good',
      okButtonProps: { danger: true },
      cancelText: 'Keep the file',
      onOk: () =>
        remove
          .mutateAsync(undefined)
          .then(() => navigate('/clients'))
          .catch(failed),
    });
  return (
    <>
      <Dropdown
        trigger={['click']}
        placement="bottomRight"
        menu={{
          items: [
            { key: 'sent', label: 'What was sent to them', onClick: () => void navigate(`/sent?client=${file.id}`) },
            {
              key: 'after',
              label: file.asksAfter ? 'Do not ask them how visits were' : 'Ask them in the evening how visits were',
              onClick: askAfter,
            },
            { key: 'merge', label: 'Merge another file into this one …', onClick: () => setMerges(true) },
            { key: 'away', label: isAway ? 'Take the file out again' : 'Put the file away', onClick: putAway },
            { type: 'divider' },
            { key: 'delete', label: 'Delete for good …', danger: true, onClick: askToDelete },
          ],
        }}
      >
        <Button type="text" icon={<Ellipsis size={17} aria-hidden="true" />} aria-label="More about this file" />
      </Dropdown>
      {merges && <Merge file={file} onDone={() => setMerges(false)} />}
    </>
  );
}

/** Chooses the file whose contents come into this one. */
function Merge({ file, onDone }: { readonly file: ClientFile; readonly onDone: () => void }) {
  const clients = useClients();
  const merge = useMerge(file.id);
  const [otherId, setOtherId] = useState<string>();
  const { message } = App.useApp();
  const keep = (): void => {
    if (otherId === undefined) return;
    merge.mutate(otherId, {
      onSuccess: () => (void message.success('The two files are one now.'), onDone()),
      onError: (error) => void message.error(messageOf(error)),
    });
  };
  return (
    <Modal
      getContainer={onPage}
      open
      title={`Merge another file into ${file.name}`}
      okText="Merge them"
      cancelText="Leave them apart"
      okButtonProps={{ disabled: otherId === undefined, loading: merge.isPending }}
      onOk={keep}
      onCancel={onDone}
    >
      <p>
        The other file’s people, searches, shortlists, visits and messages come into this one, and the other is gone. Who stands
        in both becomes one person; where they stopped messages in either, these stay stopped.
      </p>
      <Select
        aria-label="The other file"
        className="place-field"
        showSearch={{ optionFilterProp: 'label' }}
        placeholder="The other file"
        value={otherId}
        onChange={setOtherId}
        options={(clients.data ?? []).filter(({ id }) => id !== file.id).map(({ id, name }) => ({ value: id, label: name }))}
      />
    </Modal>
  );
}

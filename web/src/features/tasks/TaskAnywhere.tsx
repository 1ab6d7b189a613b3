import { Modal } from 'antd';
import { useMatch } from 'react-router';
import { useKey } from '../../shared/keys.js';
import { onPage } from '../../shared/onPage.js';
import { useReading } from '../../shared/reading.js';
import { NewTask } from './NewTask.js';

/** Something to do, noted wherever one is: for the open file's client, about the home that is open. */
export function TaskAnywhere({ isOpen, onOpen }: { readonly isOpen: boolean; readonly onOpen: (isOpen: boolean) => void }) {
  useKey('task', () => onOpen(true));
  const page = useMatch('/listings/:listingKey')?.params.listingKey;
  const listingKey = useReading().listingKey ?? page ?? null;
  return (
    <Modal
      title="Something to do"
      open={isOpen}
      onCancel={() => onOpen(false)}
      footer={null}
      width={620}
      destroyOnHidden
      getContainer={onPage}
    >
      <NewTask listingKey={listingKey} hasFocus onDone={() => onOpen(false)} />
    </Modal>
  );
}

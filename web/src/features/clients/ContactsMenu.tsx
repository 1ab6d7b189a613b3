import { App, Button, Dropdown } from 'antd';
import { ContactRound } from 'lucide-react';
import { useRef, useState } from 'react';
import { download } from '../../shared/download.js';
import { messageOf } from '../../shared/http.js';
import { useExportContacts } from './clients.api.js';
import { ReadContacts } from './ReadContacts.js';

/** People in and out of the files: vCard or CSV. */
export function ContactsMenu() {
  const [file, setFile] = useState<File | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const write = useExportContacts();
  const { message } = App.useApp();
  const save = (as: 'vcard' | 'csv'): void =>
    write.mutate(as, {
      onSuccess: (saved) => download(saved, as === 'csv' ? 'clients.csv' : 'clients.vcf'),
      onError: (error) => void message.error(messageOf(error)),
    });
  return (
    <>
      <Dropdown
        trigger={['click']}
        placement="bottomRight"
        menu={{
          items: [
            { key: 'read', label: 'Read people from a file …', onClick: () => chooser.current?.click() },
            { type: 'divider' },
            { key: 'vcard', label: 'Save everybody as vCard', onClick: () => save('vcard') },
            { key: 'csv', label: 'Save everybody as CSV', onClick: () => save('csv') },
          ],
        }}
      >
        <Button icon={<ContactRound size={15} />} loading={write.isPending}>
          Contacts
        </Button>
      </Dropdown>
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label="A file of contacts"
        accept=".vcf,.vcard,.csv,text/vcard,text/csv"
        onChange={({ target }) => (setFile(target.files?.[0] ?? null), (target.value = ''))}
      />
      {file && <ReadContacts file={file} onDone={() => setFile(null)} />}
    </>
  );
}

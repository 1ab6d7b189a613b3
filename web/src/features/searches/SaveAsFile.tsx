import type { ResultSet, Search } from '@perambula/core';
import { App, Button, Dropdown } from 'antd';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { askFile, messageOf } from '../../shared/http.js';

const TYPES = [
  { key: 'csv', label: 'As a table (CSV), for yourself' },
  { key: 'json', label: 'As records (JSON), for yourself' },
];

/** Saves a whole result as a file of RESO names; it holds what is for the agent only. */
export function SaveAsFile({ search, set }: { readonly search: Search; readonly set: ResultSet }) {
  const { message } = App.useApp();
  const [busy, setBusy] = useState(false);
  const save = async (type: string): Promise<void> => {
    setBusy(true);
    try {
      const file = await askFile('searches/file', { body: { search, set, type } });
      const link = Object.assign(document.createElement('a'), {
        href: URL.createObjectURL(file),
        download: `listings.${type}`,
      });
      link.click();
      URL.revokeObjectURL(link.href);
    } catch (error) {
      void message.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dropdown trigger={['click']} menu={{ items: TYPES, onClick: ({ key }) => void save(key) }}>
      <Button size="small" type="text" loading={busy} icon={<Download size={15} />} aria-label="Save these listings as a file" />
    </Dropdown>
  );
}

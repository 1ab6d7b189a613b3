import { cql2Json, cql2Text, odataFilter } from '@perambula/core';
import type { ResultSet, Search, TimeContext } from '@perambula/core';
import { App, Button, Dropdown } from 'antd';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { writeFile } from '@perambula/contract';
import type { FileType } from '@perambula/contract';
import { useNow } from '../../../shared/clock.api.js';
import { download } from '../../../shared/download.js';
import { zone } from '../../../shared/format.js';
import { ask, messageOf } from '../../../shared/http.js';
import { LISTING_FILES } from '../../../shared/listingFiles.js';
import { onPage } from '../../../shared/onPage.js';

type Writer = (search: Search, time: TimeContext) => { readonly filter: string | object; readonly left: readonly string[] };

const SEARCHES: Readonly<Record<string, { readonly label: string; readonly file: string; readonly write: Writer }>> = {
  cql2Json: { label: 'As OGC CQL2 in JSON', file: 'search.cql2.json', write: cql2Json },
  cql2Text: { label: 'As OGC CQL2 in text', file: 'search.cql2.txt', write: cql2Text },
  odata: { label: 'As an OData $filter', file: 'search.odata.txt', write: odataFilter },
};

/** Saves a whole result as a file of RESO names, which holds what is for the agent only, or the search itself. */
export function SaveAsFile({ search, set }: { readonly search: Search; readonly set: ResultSet }) {
  const { message, modal } = App.useApp();
  const [busy, setBusy] = useState(false);
  const now = useNow();
  const saveListings = async (type: FileType): Promise<void> => {
    setBusy(true);
    try {
      download(await ask(writeFile, { body: { search, set, type } }), `listings.${type}`);
    } catch (error) {
      void message.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  const saveSearch = (key: string): void => {
    const chosen = SEARCHES[key];
    if (!chosen) return;
    const { filter, left } = chosen.write(search, { now: Date.parse(now), zone: zone() });
    const text = typeof filter === 'string' ? filter : JSON.stringify(filter, null, 2);
    download(new Blob([text], { type: 'text/plain' }), chosen.file);
    if (left.length > 0)
      modal.info({
        getContainer: onPage,
        title: 'Not all of the search could be written',
        content: (
          <ul>
            {left.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        ),
      });
  };
  const items = [
    { type: 'group' as const, label: 'These listings', children: [...LISTING_FILES] },
    {
      type: 'group' as const,
      label: 'The search itself',
      children: Object.entries(SEARCHES).map(([key, { label }]) => ({ key, label })),
    },
  ];
  return (
    <Dropdown
      trigger={['click']}
      menu={{ items, onClick: ({ key }) => (key in SEARCHES ? saveSearch(key) : void saveListings(key as FileType)) }}
    >
      <Button size="small" type="text" loading={busy} icon={<Download size={15} />} aria-label="Save these listings as a file" />
    </Dropdown>
  );
}

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { ListingsAnswer } from '@perambula/contract';
import { PROPERTY_TYPES } from '@perambula/core';
import { AutoComplete, Input } from 'antd';
import type { InputRef } from 'antd';
import { Search } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useClients } from '../features/clients/index.js';
import { price } from '../shared/format.js';
import { ask } from '../shared/http.js';
import { Status } from '../shared/status.js';

const MOST_HOMES = 8;

/** The one field in the bar: goes straight to an address, on the market or not, or to a client's file. */
export function Finder() {
  const [text, setText] = useState('');
  const field = useRef<InputRef>(null);
  const navigate = useNavigate();
  const clients = useClients().data ?? [];
  const sought = text.trim();
  const homes = useQuery({
    queryKey: ['finder', sought],
    enabled: sought.length >= 2,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => {
      const search = {
        version: 1,
        kinds: PROPERTY_TYPES,
        reach: 'all',
        lines: [{ id: 'address', field: 'UnparsedAddress', is: { contains: sought } }],
        order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
      };
      return ask<ListingsAnswer>('searches/listings', { body: { search, set: 'fit', limit: MOST_HOMES }, signal });
    },
  });
  useEffect(() => {
    const focus = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      field.current?.focus({ cursor: 'all' });
    };
    window.addEventListener('keydown', focus);
    return () => window.removeEventListener('keydown', focus);
  }, []);
  const files = sought.length < 2 ? [] : clients.filter(({ name }) => name.toLowerCase().includes(sought.toLowerCase()));
  const found = sought.length < 2 ? [] : (homes.data?.rows ?? []);
  const options = [
    ...(files.length > 0
      ? [{ label: 'Files', options: files.map(({ id, name }) => ({ value: `/clients/${id}`, label: name })) }]
      : []),
    ...(found.length > 0
      ? [
          {
            label: 'Homes',
            options: found.map((row) => ({
              value: `/listings/${row.ListingKey}`,
              label: (
                <span className="finder-home">
                  <span>{String(row['UnparsedAddress'])}</span>
                  <span className="soft">{price(row)}</span>
                  <Status status={String(row['StandardStatus'])} />
                </span>
              ),
            })),
          },
        ]
      : []),
  ];
  return (
    <AutoComplete
      className="finder"
      value={text}
      options={options}
      defaultActiveFirstOption
      onChange={setText}
      onSelect={(to: string) => {
        setText('');
        field.current?.blur();
        void navigate(to);
      }}
      notFoundContent={sought.length >= 2 && homes.isSuccess ? `No address or file has “${sought}” in it.` : null}
    >
      <Input
        ref={field}
        prefix={<Search size={15} aria-hidden="true" />}
        suffix={<kbd>Ctrl K</kbd>}
        placeholder="An address, listed now or ever, or a client"
        aria-label="Find an address or a client"
      />
    </AutoComplete>
  );
}

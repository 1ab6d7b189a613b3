import type { CompsFileType } from '@perambula/contract';
import { App, Button, Dropdown } from 'antd';
import { FileText } from 'lucide-react';
import { messageOf } from '../../shared/http.js';
import { useCompsFile } from './comps.api.js';
import type { Subject } from './comps.api.js';

const TYPES: readonly { readonly key: CompsFileType; readonly label: string }[] = [
  { key: 'pdf', label: 'To hand over (PDF), without a value range' },
  { key: 'xlsx', label: 'As a workbook (XLSX), for yourself' },
];

interface Props {
  readonly about: Subject;
  /** Of the homes that are counted. */
  readonly keys: readonly string[];
  readonly title: string;
}

/** The homes compared as a file. */
export function CompsFile({ about, keys, title }: Props) {
  const write = useCompsFile();
  const { message } = App.useApp();
  const begin = (type: CompsFileType): void =>
    write.mutate({ ...about, keys, title, type }, { onError: (error) => void message.error(messageOf(error)) });
  return (
    <Dropdown
      trigger={['click']}
      disabled={keys.length === 0}
      menu={{ items: [...TYPES], onClick: ({ key }) => begin(key as CompsFileType) }}
    >
      <Button icon={<FileText size={14} />} loading={write.isPending}>
        Save as
      </Button>
    </Dropdown>
  );
}

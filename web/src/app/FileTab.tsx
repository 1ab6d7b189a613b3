import type { ClientSummary } from '@perambula/contract';
import { Divider, Popover } from 'antd';
import { ChevronDown, FolderOpen, Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { NewClient, useClients } from '../features/clients/index.js';
import { Avatar } from '../shared/Avatar.js';
import { useOpenFile } from '../shared/openFile.js';
import { classesOf } from '../shared/classes.js';
import ownCss from './FileTab.module.css';

const cx = classesOf(ownCss);

/** The client whose file lies open, as a tab at the head of the page; from here another is opened or a new one begun. */
export function FileTab() {
  const clients = useClients().data ?? [];
  const { clientId, open } = useOpenFile();
  const [choosing, setChoosing] = useState(false);
  const navigate = useNavigate();
  const current = clients.find(({ id }) => id === clientId);
  const choose = (id: string | null): void => {
    open(id);
    setChoosing(false);
  };
  const go = (id: string): void => {
    setChoosing(false);
    void navigate(`/clients/${id}`);
  };
  return (
    <Popover
      trigger="click"
      open={choosing}
      onOpenChange={setChoosing}
      placement="bottomLeft"
      arrow={false}
      content={<FileChoice current={current} onChoose={choose} onGo={go} />}
    >
      <button type="button" className={cx(`file-tab ${current ? 'has-file' : ''}`)} aria-haspopup="menu">
        {current ? <Avatar name={current.name} small /> : <FolderOpen size={17} aria-hidden="true" />}
        <span>{current ? `${current.name}’s file` : 'All files'}</span>
        <ChevronDown size={14} aria-hidden="true" />
      </button>
    </Popover>
  );
}

interface ChoiceProps {
  readonly current: ClientSummary | undefined;
  readonly onChoose: (id: string | null) => void;
  readonly onGo: (id: string) => void;
}

/** The files there are, and a new one. */
function FileChoice({ current, onChoose, onGo }: ChoiceProps) {
  const clients = useClients().data ?? [];
  return (
    <div className={cx('file-choice')} role="menu" aria-label="Open a file">
      <button type="button" role="menuitem" className="file-option" onClick={() => onChoose(null)}>
        <FolderOpen size={16} aria-hidden="true" /> All files
      </button>
      <Divider size="small" />
      {clients.map(({ id, name }) => (
        <button
          type="button"
          role="menuitem"
          key={id}
          className={`file-option ${id === current?.id ? 'is-open' : ''}`}
          onClick={() => onChoose(id)}
        >
          <Avatar name={name} small /> {name}
        </button>
      ))}
      <Divider size="small" />
      {current && (
        <button type="button" role="menuitem" className="file-option" onClick={() => onGo(current.id)}>
          Go to {current.name}’s file
        </button>
      )}
      <NewClient onCreated={(id) => (onChoose(id), onGo(id))}>
        <button type="button" role="menuitem" className="file-option">
          <Plus size={16} aria-hidden="true" /> New client
        </button>
      </NewClient>
    </div>
  );
}

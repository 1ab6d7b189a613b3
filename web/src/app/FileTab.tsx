import { Divider, Popover } from 'antd';
import { ChevronDown, FolderOpen, Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { NewClient, useClients } from '../features/clients/index.js';
import { Avatar } from '../shared/Avatar.js';
import { useOpenFile } from '../shared/openFile.js';

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
  return (
    <Popover
      trigger="click"
      open={choosing}
      onOpenChange={setChoosing}
      placement="bottomLeft"
      arrow={false}
      content={
        <div className="file-choice" role="menu" aria-label="Open a file">
          <button type="button" role="menuitem" className="file-option" onClick={() => choose(null)}>
            <FolderOpen size={16} aria-hidden="true" /> All files
          </button>
          <Divider size="small" />
          {clients.map(({ id, name }) => (
            <button
              type="button"
              role="menuitem"
              key={id}
              className={`file-option ${id === clientId ? 'is-open' : ''}`}
              onClick={() => choose(id)}
            >
              <Avatar name={name} small /> {name}
            </button>
          ))}
          <Divider size="small" />
          {current && (
            <button
              type="button"
              role="menuitem"
              className="file-option"
              onClick={() => (setChoosing(false), void navigate(`/clients/${current.id}`))}
            >
              Go to {current.name}’s file
            </button>
          )}
          <NewClient onCreated={(id) => (choose(id), void navigate(`/clients/${id}`))}>
            <button type="button" role="menuitem" className="file-option">
              <Plus size={16} aria-hidden="true" /> New client
            </button>
          </NewClient>
        </div>
      }
    >
      <button type="button" className={`file-tab ${current ? 'has-file' : ''}`} aria-haspopup="menu">
        {current ? <Avatar name={current.name} small /> : <FolderOpen size={17} aria-hidden="true" />}
        <span>{current ? `${current.name}’s file` : 'All files'}</span>
        <ChevronDown size={14} aria-hidden="true" />
      </button>
    </Popover>
  );
}

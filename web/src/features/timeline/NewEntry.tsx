import { App, Button, Input } from 'antd';
import { NotebookPen, Phone } from 'lucide-react';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { messageOf } from '../../shared/http.js';
import { useAddEntry } from './timeline.api.js';
import ownCss from './NewEntry.module.css';

const cx = classesOf(ownCss);

/** Writes down a note, or what was said on the telephone. */
export function NewEntry({ clientId }: { readonly clientId: string }) {
  const add = useAddEntry(clientId);
  const [text, setText] = useState('');
  const { message } = App.useApp();
  const keep = (kind: 'note' | 'call'): void =>
    add.mutate({ kind, text }, { onSuccess: () => setText(''), onError: (error) => void message.error(messageOf(error)) });
  return (
    <div className={cx('new-entry')}>
      <Input.TextArea
        aria-label="What to write down"
        placeholder="What was said, or what to remember"
        rows={1}
        maxLength={2000}
        value={text}
        onChange={({ target }) => setText(target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && text.trim()) keep('note');
        }}
      />
      <Button disabled={!text.trim()} loading={add.isPending} icon={<NotebookPen size={15} />} onClick={() => keep('note')}>
        Keep as a note
      </Button>
      <Button disabled={!text.trim()} loading={add.isPending} icon={<Phone size={15} />} onClick={() => keep('call')}>
        As a call
      </Button>
    </div>
  );
}

import type { ClientFile } from '@perambula/contract';
import { App, Input } from 'antd';
import { messageOf } from '../../shared/http.js';
import { useChangeClient } from '../clients/index.js';
import { TasksOfFile } from '../tasks/index.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Notes.module.css';

const cx = classesOf(ownCss);

/** The agent's own notes on a client, kept when the field is left, and what is to be followed up. */
export function Notes({ file }: { readonly file: ClientFile }) {
  const change = useChangeClient(file.id);
  const { message } = App.useApp();
  const fail = (error: unknown): void => void message.error(messageOf(error));
  return (
    <div className={cx('notes')}>
      <h2>Notes</h2>
      <Input.TextArea
        aria-label="Notes"
        defaultValue={file.notes}
        rows={3}
        placeholder="What they need, when they are free, what they said."
        onBlur={({ target }) =>
          target.value !== file.notes &&
          change.mutate({ notes: target.value }, { onSuccess: () => void message.success('Kept.'), onError: fail })
        }
      />
      <TasksOfFile clientId={file.id} />
    </div>
  );
}

import type { ClientFile } from '@perambula/contract';
import { App, Input } from 'antd';
import { useAddTask } from '../today/index.js';
import { messageOf } from '../../shared/http.js';
import { useChangeClient } from '../clients/index.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Notes.module.css';

const cx = classesOf(ownCss);

/** The agent's own notes on a client, kept when the field is left, and a follow-up to leave for later. */
export function Notes({ file }: { readonly file: ClientFile }) {
  const change = useChangeClient(file.id);
  const task = useAddTask();
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
      <h2>To follow up</h2>
      <Input.Search
        key={task.submittedAt}
        aria-label="New task"
        placeholder={`Something to do for ${file.name}`}
        enterButton="Leave it on Today"
        loading={task.isPending}
        onSearch={(text) =>
          text.trim() &&
          task.mutate({ text, clientId: file.id }, { onSuccess: () => void message.success('On Today now.'), onError: fail })
        }
      />
    </div>
  );
}

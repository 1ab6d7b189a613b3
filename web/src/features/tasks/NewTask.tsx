import { App, Button, DatePicker, Input } from 'antd';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { firstNames } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useClients } from '../clients/index.js';
import { useAddTask } from './tasks.api.js';
import ownCss from './Tasks.module.css';

const cx = classesOf(ownCss);

/** One more, for the open file's client if there is one. */
export function NewTask() {
  const add = useAddTask();
  const { message } = App.useApp();
  const { clientId } = useOpenFile();
  const client = useClients().data?.find(({ id }) => id === clientId);
  const [text, setText] = useState('');
  const [dueOn, setDueOn] = useState<string | null>(null);
  const leave = (): void => {
    if (text.trim())
      add.mutate(
        { text, ...(clientId ? { clientId } : {}), ...(dueOn ? { dueOn } : {}) },
        { onSuccess: () => (setText(''), setDueOn(null)), onError: (error) => void message.error(messageOf(error)) },
      );
  };
  return (
    <div className={cx('task-new')}>
      <Input
        placeholder={client ? `Something to do for ${firstNames(client.name)}` : 'Something to do'}
        aria-label="New task"
        value={text}
        onChange={({ target }) => setText(target.value)}
        onPressEnter={leave}
      />
      <DatePicker
        placeholder="By"
        format="ddd, MMM D"
        aria-label="By which day"
        onChange={(date) => setDueOn(date ? date.format('YYYY-MM-DD') : null)}
      />
      <Button onClick={leave} loading={add.isPending} disabled={text.trim() === ''}>
        Leave it here
      </Button>
    </div>
  );
}

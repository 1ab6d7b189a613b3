import { App, Button, Checkbox, DatePicker, Input } from 'antd';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { firstNames } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useClients } from '../clients/index.js';
import { useAddTask } from './tasks.api.js';
import ownCss from './Tasks.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** The home that it can be about. */
  readonly listingKey?: string | null;
  readonly hasFocus?: boolean;
  readonly onDone?: () => void;
}

/** One more, for the open file's client if there is one. */
export function NewTask({ listingKey = null, hasFocus = false, onDone }: Props) {
  const add = useAddTask();
  const { message } = App.useApp();
  const { clientId } = useOpenFile();
  const client = useClients().data?.find(({ id }) => id === clientId);
  const [text, setText] = useState('');
  const [dueOn, setDueOn] = useState<string | null>(null);
  const [isAboutHome, setAboutHome] = useState(true);
  const leave = (): void => {
    if (text.trim() === '') return;
    add.mutate(
      {
        text,
        ...(clientId ? { clientId } : {}),
        ...(listingKey !== null && isAboutHome ? { listingKey } : {}),
        ...(dueOn ? { dueOn } : {}),
      },
      {
        onSuccess: () => (setText(''), setDueOn(null), onDone?.()),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  };
  return (
    <div className={cx('task-new')}>
      <Input
        placeholder={client ? `Something to do for ${firstNames(client.name)}` : 'Something to do'}
        aria-label="New task"
        value={text}
        autoFocus={hasFocus}
        maxLength={300}
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
      {listingKey !== null && (
        <Checkbox checked={isAboutHome} onChange={({ target }) => setAboutHome(target.checked)}>
          About the home that is open
        </Checkbox>
      )}
    </div>
  );
}

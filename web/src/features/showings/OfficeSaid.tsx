import type { OfficeAnswer, Showing } from '@perambula/contract';
import { App, Input, Modal, Radio } from 'antd';
import { useState } from 'react';
import { fromTimeField, toTimeField } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { classesOf } from '../../shared/classes.js';
import { useNoteAnswer } from './showings.api.js';
import ownCss from './OfficeSaid.module.css';

const cx = classesOf(ownCss);

const ANSWERS: readonly { readonly value: OfficeAnswer; readonly label: string }[] = [
  { value: 'confirmed', label: 'Yes' },
  { value: 'countered', label: 'Another time' },
  { value: 'refused', label: 'No' },
];

/** Keeps what a listing office said by telephone, as if it had answered by itself. */
export function OfficeSaid({ showing, onClose }: { readonly showing: Showing; readonly onClose: () => void }) {
  const note = useNoteAnswer(showing.id);
  const { message } = App.useApp();
  const [answer, setAnswer] = useState<OfficeAnswer>('confirmed');
  const [words, setWords] = useState('');
  const [other, setOther] = useState(toTimeField(showing.startAt ?? ''));
  const keep = (): void => {
    const offeredAt = fromTimeField(other);
    note.mutate(
      { answer, note: words.trim(), ...(answer === 'countered' && offeredAt ? { offeredAt } : {}) },
      { onSuccess: onClose, onError: (error) => void message.error(messageOf(error)) },
    );
  };
  return (
    <Modal
      getContainer={onPage}
      open
      title="What the office said by telephone"
      okText="Keep it"
      okButtonProps={{ loading: note.isPending }}
      onOk={keep}
      onCancel={onClose}
    >
      <div className={cx('form')}>
        <Radio.Group
          optionType="button"
          aria-label="What the office said"
          options={[...ANSWERS]}
          value={answer}
          onChange={({ target }) => setAnswer(target.value as OfficeAnswer)}
        />
        {answer === 'countered' && (
          <>
            <label className="strong" htmlFor="other-time">
              The time it offers
            </label>
            <Input id="other-time" type="datetime-local" value={other} onChange={({ target }) => setOther(target.value)} />
          </>
        )}
        <label className="strong" htmlFor="office-note">
          Anything it said with it
        </label>
        <Input.TextArea
          id="office-note"
          rows={2}
          maxLength={200}
          value={words}
          placeholder="The side door; the dog is friendly."
          onChange={({ target }) => setWords(target.value)}
        />
      </div>
    </Modal>
  );
}

import type { KeptBound } from '@perambula/contract';
import type { DrawnShape } from '@perambula/core';
import { sayArea, squareMetresOf } from '@perambula/core';
import { App, Input, Modal } from 'antd';
import { useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { useKeepBound } from './bounds.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './KeepBound.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** What is kept, or kept anew under its id. */
  readonly bound: { readonly id: string | null; readonly name: string; readonly note: string; readonly shape: DrawnShape };
  readonly onKept: (kept: KeptBound) => void;
  readonly onLeave: () => void;
}

/** Gives a bound a name and a description, to be used in other searches. */
export function KeepBound({ bound, onKept, onLeave }: Props) {
  const { message } = App.useApp();
  const [name, setName] = useState(bound.name);
  const [note, setNote] = useState(bound.note);
  const { mutate: keep, isPending } = useKeepBound();
  const done = (): void =>
    keep(
      { ...bound, name, note },
      {
        onSuccess: (kept) => {
          void message.success(`“${kept.name}” is kept. The finder knows it by its name.`);
          onKept(kept);
        },
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <Modal
      open
      title={bound.id ? 'Name and description' : 'Keep this bound for other searches'}
      okText="Keep it"
      okButtonProps={{ disabled: name.trim() === '' || isPending }}
      onOk={done}
      onCancel={onLeave}
      getContainer={onPage}
      destroyOnHidden
    >
      <label className={cx('bound-field')}>
        Name
        <Input
          autoFocus
          value={name}
          maxLength={120}
          placeholder="Blocks by the water"
          onChange={({ target }) => setName(target.value)}
          onPressEnter={() => name.trim() !== '' && done()}
        />
      </label>
      <label className={cx('bound-field')}>
        Description
        <Input.TextArea
          value={note}
          maxLength={2000}
          rows={3}
          placeholder="Up to the tracks, without the mill"
          onChange={({ target }) => setNote(target.value)}
        />
      </label>
      <p className="soft">{sayArea(squareMetresOf(bound.shape))}</p>
    </Modal>
  );
}

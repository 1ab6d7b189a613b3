import type { BoundEffect, KeptBound } from '@perambula/contract';
import type { DrawnShape } from '@perambula/core';
import { App, Modal } from 'antd';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { Waiting } from '../../shared/Waiting.js';
import { useBoundEffect, useKeepBound } from './bounds.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ChangeKeptBound.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly kept: KeptBound;
  readonly shape: DrawnShape;
  readonly onDone: () => void;
  readonly onLeave: () => void;
}

/** Which saved searches and alerts another shape of a kept bound would change, and by how many homes, before it does. */
export function ChangeKeptBound({ kept, shape, onDone, onLeave }: Props) {
  const { message } = App.useApp();
  const effect = useBoundEffect(kept.id, shape);
  const { mutateAsync: keep, isPending } = useKeepBound();
  // the one who asks is gone once the bound agrees with the kept one, so that the answer is awaited here
  const change = (): void =>
    void keep({ id: kept.id, name: kept.name, note: kept.note, shape }).then(
      () => {
        void message.success(`“${kept.name}” is changed everywhere.`);
        onDone();
      },
      (error: unknown) => void message.error(messageOf(error)),
    );
  return (
    <Modal
      open
      title={`Change “${kept.name}” everywhere?`}
      okText="Change it everywhere"
      okButtonProps={{ disabled: !effect.data || isPending }}
      onOk={change}
      onCancel={onLeave}
      getContainer={onPage}
      destroyOnHidden
    >
      {effect.isError && <p className="problem">{messageOf(effect.error)}</p>}
      {effect.isPending && <Waiting what="Counting what it would change …" />}
      {effect.data?.length === 0 && <p>No saved search has it yet; only the kept bound itself changes.</p>}
      {effect.data && effect.data.length > 0 && (
        <>
          <p>It stands in these saved searches, and changes with them:</p>
          <ul className={cx('bound-effects')}>
            {effect.data.map((each) => (
              <li key={each.searchId}>
                <b>{each.name}</b>
                <span className="soft"> · {each.clientName ?? 'your own'}</span>
                <div>{sayEffect(each)}</div>
              </li>
            ))}
          </ul>
        </>
      )}
    </Modal>
  );
}

function sayEffect({ before, after, comes, goes, cadence }: BoundEffect): string {
  const homes =
    comes + goes === 0
      ? `The same ${before} homes fit.`
      : `${before} homes fit now, ${after} then: ${[comes > 0 ? `${comes} more` : '', goes > 0 ? `${goes} fewer` : ''].filter(Boolean).join(', ')}.`;
  return cadence ? `${homes} Its alert goes by the new bound from then on.` : homes;
}

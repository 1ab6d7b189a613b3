import { Modal } from 'antd';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { classesOf } from '../../shared/classes.js';
import { useKey } from '../../shared/keys.js';
import { onPage } from '../../shared/onPage.js';
import { focusedHome, linkedHome } from './linkedHome.js';
import { ShortlistChoice } from './ShortlistChoice.js';
import ownCss from './ShortlistAnywhere.module.css';

const cx = classesOf(ownCss);

/** Puts a home on a shortlist from any page: the one whose link has the focus, by a key, or one that is dragged onto what stands within. */
export function ShortlistAnywhere({ children }: { readonly children: ReactNode }) {
  const [home, setHome] = useState<string | null>(null);
  const [isOver, setOver] = useState(false);
  useKey('shortlist', () => {
    const focused = focusedHome();
    if (focused !== null) setHome(focused);
  });
  return (
    <div
      className={cx(isOver ? 'drop is-over' : 'drop')}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes('text/uri-list')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const dropped = linkedHome(event.dataTransfer.getData('text/uri-list'));
        if (dropped === null) return;
        event.preventDefault();
        setHome(dropped);
      }}
    >
      {children}
      <Modal
        title="Put this home on a shortlist"
        open={home !== null}
        onCancel={() => setHome(null)}
        footer={null}
        width={360}
        destroyOnHidden
        getContainer={onPage}
      >
        {home !== null && <ShortlistChoice keys={[home]} onDone={() => setHome(null)} />}
      </Modal>
    </div>
  );
}

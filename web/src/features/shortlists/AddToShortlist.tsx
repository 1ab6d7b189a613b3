import { Button, Popover } from 'antd';
import { memo, useState } from 'react';
import { useKey } from '../../shared/keys.js';
import { focusedHome } from './linkedHome.js';
import { ShortlistChoice } from './ShortlistChoice.js';

interface Props {
  readonly keys: readonly string[];
  readonly onDone: () => void;
}

/** Puts listings on a shortlist, by a button or a key. */
export const AddToShortlist = memo(function AddToShortlist({ keys, onDone }: Props) {
  const [open, setOpen] = useState(false);
  // a home that has the focus goes before those that are chosen
  useKey('shortlist', () => keys.length > 0 && focusedHome() === null && setOpen(true));
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomRight"
      destroyOnHidden
      content={<ShortlistChoice keys={keys} onDone={() => (setOpen(false), onDone())} />}
    >
      <Button type="primary" disabled={keys.length === 0}>
        Shortlist
      </Button>
    </Popover>
  );
});

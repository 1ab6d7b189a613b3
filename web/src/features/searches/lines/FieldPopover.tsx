import type { CatalogueEntry, PropertyType } from '@perambula/core';
import { Popover } from 'antd';
import type { InputRef, PopoverProps } from 'antd';
import { useRef } from 'react';
import { FieldFinder } from './FieldFinder.js';

interface Props {
  readonly kinds: readonly PropertyType[];
  readonly open: boolean;
  readonly placement: PopoverProps['placement'];
  readonly onOpen: (open: boolean) => void;
  readonly onChoose: (entry: CatalogueEntry) => void;
  /** What it hangs from. */
  readonly children: React.ReactElement;
}

/** The catalogue of fields, hanging from a button; it closes with the choice. */
export function FieldPopover({ kinds, open, placement, onOpen, onChoose, children }: Props) {
  const input = useRef<InputRef>(null);
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={onOpen}
      // one that is opened again before it has gone has its field still, and takes the focus when it is seen; that it is
      // seen may be said as late as when it closes, and what was chosen has the focus by then
      afterOpenChange={(shown) => shown && open && input.current?.focus()}
      {...(placement ? { placement } : {})}
      arrow={false}
      destroyOnHidden
      content={
        <FieldFinder
          input={input}
          kinds={kinds}
          onClose={() => onOpen(false)}
          onChoose={(entry) => {
            onOpen(false);
            onChoose(entry);
          }}
        />
      }
    >
      {children}
    </Popover>
  );
}

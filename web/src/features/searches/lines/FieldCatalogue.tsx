import { FIELDS } from '@perambula/core';
import type { CatalogueEntry, PropertyType } from '@perambula/core';
import { Plus } from 'lucide-react';
import { memo, useRef, useState } from 'react';
import { useKey } from '../../../shared/keys.js';
import { FieldPopover } from './FieldPopover.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './FieldCatalogue.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly kinds: readonly PropertyType[];
  readonly onChoose: (entry: CatalogueEntry) => void;
}

/** Adds a line of any field, by the button or its key. */
export const FieldCatalogue = memo(function FieldCatalogue({ kinds, onChoose }: Props) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  useKey('addLine', () => {
    // what hangs from a button out of sight would be out of sight, too
    button.current?.scrollIntoView({ block: 'nearest' });
    setOpen(true);
  });
  return (
    <FieldPopover kinds={kinds} open={open} onOpen={setOpen} onChoose={onChoose} placement="topLeft">
      <button ref={button} type="button" className={cx('add-line')}>
        <Plus size={14} aria-hidden="true" /> Add a line <kbd>L</kbd> <span className="soft">any of {FIELDS.length} fields</span>
      </button>
    </FieldPopover>
  );
});

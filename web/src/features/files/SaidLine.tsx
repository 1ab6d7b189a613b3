import { Button, Popover } from 'antd';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { classesOf } from '../../shared/classes.js';
import ownCss from './SaidLine.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** What a file says of its household. */
  readonly children: ReactNode;
  /** What is on the button that changes it, and what it is called where that is not enough. */
  readonly button: string;
  readonly buttonName?: string;
  /** The form in which it is changed, which closes when it is done. */
  readonly form: (onDone: () => void) => ReactNode;
}

/** One thing that a file says of its household, changed in a form beside it. */
export function SaidLine({ children, button, buttonName, form }: Props) {
  const [open, setOpen] = useState(false);
  return (
    // beside the whole line, so that there is room for the form on a telephone
    <Popover
      trigger="click"
      open={open}
      destroyOnHidden
      onOpenChange={setOpen}
      placement="bottomLeft"
      content={form(() => setOpen(false))}
    >
      <div className={cx('line')}>
        {children}
        <Button type="link" size="small" aria-label={buttonName}>
          {button}
        </Button>
      </div>
    </Popover>
  );
}

import { Button, Tooltip } from 'antd';
import { Redo2, Undo2 } from 'lucide-react';
import { memo } from 'react';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './Steps.module.css';

const cx = classesOf(ownCss);

/** Takes the last change of the search back, or does it again. */
export const Steps = memo(function Steps({
  back,
  forward,
  undo,
  redo,
}: {
  readonly back: boolean;
  readonly forward: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}) {
  return (
    <span className={cx('search-steps')}>
      <Tooltip title="Take back (Ctrl Z)">
        <Button
          size="small"
          type="text"
          disabled={!back}
          onClick={undo}
          aria-label="Take back the last change"
          icon={<Undo2 size={15} />}
        />
      </Tooltip>
      <Tooltip title="Do again (Ctrl Shift Z)">
        <Button size="small" type="text" disabled={!forward} onClick={redo} aria-label="Do it again" icon={<Redo2 size={15} />} />
      </Tooltip>
    </span>
  );
});

import { Button, Segmented } from 'antd';
import { useState } from 'react';
import type { Polygon } from '@perambula/core';
import { useEscape } from '../../../shared/useEscape.js';
import { CornersEditor } from './CornersEditor.js';
import type { Pen } from '../lines/linesProps.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './PenBar.module.css';

const cx = classesOf(ownCss);

const HINTS: Readonly<Record<NonNullable<Pen>, string>> = {
  circle: 'Click a place for half a mile around it, or drag the distance out from it.',
  corners: 'Click the corners, the last one twice. Or drag a loop; with Shift, a box.',
  place: 'Click the place that the minutes are counted to.',
};

interface Props {
  readonly pen: NonNullable<Pen>;
  readonly mode: 'in' | 'out';
  readonly onMode: (mode: 'in' | 'out') => void;
  readonly onTyped: (shape: Polygon) => void;
  readonly onPutAway: () => void;
}

/** What the pen in the hand does. */
export function PenBar({ pen, mode, onMode, onTyped, onPutAway }: Props) {
  const [typing, setTyping] = useState(false);
  useEscape(!typing, onPutAway);
  return (
    <div className={cx('pen')}>
      <p>
        {HINTS[pen]}
        {pen === 'corners' && (
          <span className="soft">
            {' '}
            Corners keep to streets, the coast and other bounds (Alt: freely); a loop to within 30 ft of your hand.
          </span>
        )}
      </p>
      {pen !== 'place' && (
        <Segmented
          size="small"
          value={mode}
          onChange={onMode}
          options={[
            { value: 'in', label: 'Keep in' },
            { value: 'out', label: 'Keep out' },
          ]}
        />
      )}
      {pen === 'corners' && (
        <Button size="small" onClick={() => setTyping(true)}>
          Type the corners
        </Button>
      )}
      <Button size="small" onClick={onPutAway}>
        Put the pen away
      </Button>
      {typing && <CornersEditor from={null} onDone={onTyped} onLeave={() => setTyping(false)} />}
    </div>
  );
}

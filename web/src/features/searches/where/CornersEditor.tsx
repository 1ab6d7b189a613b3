import type { Polygon } from '@perambula/core';
import { lengthOf, sayArea, sayDistance, squareMetresOf } from '@perambula/core';
import { Input, Modal } from 'antd';
import { useState } from 'react';
import { onPage } from '../../../shared/onPage.js';
import { useMapPlaces } from '../../namedPlaces/index.js';
import { readCorners, writeCorners } from './corners.rules.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './CornersEditor.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** The outline to begin with, where there is one. */
  readonly from: Polygon | null;
  readonly onDone: (shape: Polygon) => void;
  readonly onLeave: () => void;
}

/** An outline by its corners, typed. */
export function CornersEditor({ from, onDone, onLeave }: Props) {
  const places = useMapPlaces();
  const [text, setText] = useState(from ? writeCorners(from) : '');
  const { shape, corners, problems } = readCorners(text, places);
  return (
    <Modal
      open
      title="Corners of the bound"
      okText={from ? 'Move the bound there' : 'Add the bound'}
      okButtonProps={{ disabled: !shape }}
      onOk={() => shape && onDone(shape)}
      onCancel={onLeave}
      getContainer={onPage}
      destroyOnHidden
    >
      <p className={cx('soft corners-how')}>
        One corner a row, in the order in which one walks around: latitude and longitude, or the name of a place. Rows after an
        empty one are a hole.
      </p>
      <Input.TextArea
        autoFocus
        rows={9}
        aria-label="Corners"
        value={text}
        placeholder={'40.6120 N 66.0140 W\nFerry Square\n40.6050 N 66.0020 W'}
        onChange={({ target }) => setText(target.value)}
      />
      {text.trim() !== '' && (
        <div className={cx('corners-read')} role="status">
          {problems.map((problem) => (
            <p key={problem} className="problem">
              {problem}
            </p>
          ))}
          {shape && (
            <p>
              {corners} corners, {sayArea(squareMetresOf(shape))}, {sayDistance(lengthOf(shape.coordinates[0] ?? []))} around.
            </p>
          )}
        </div>
      )}
    </Modal>
  );
}

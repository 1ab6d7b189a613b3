import { MOST_DRAWN } from '@perambula/contract';
import type { DrawnShape } from '@perambula/core';
import { useMemo, useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { HomesOnMap } from '../homesMap/index.js';
import { boundsOf } from './drawnAreas.rules.js';
import portalCss from './portal.module.css';

const cx = classesOf(portalCss);

interface Props {
  readonly areas: readonly DrawnShape[];
  readonly onAreas: (areas: readonly DrawnShape[]) => void;
}

/** Areas drawn with a finger; the map comes when it is asked for, or where something is drawn. */
export function DrawnAreas({ areas, onAreas }: Props) {
  const [asked, setAsked] = useState(false);
  const bounds = useMemo(() => boundsOf(areas), [areas]);
  if (!asked && areas.length === 0)
    return (
      <button type="button" className={cx('portal-button')} onClick={() => setAsked(true)}>
        Draw where on the map
      </button>
    );
  const isFull = areas.length >= MOST_DRAWN;
  return (
    <>
      <HomesOnMap
        label="Draw round where you would live"
        homes={[]}
        bounds={bounds}
        onDrawn={isFull ? undefined : (shape) => onAreas([...areas, shape])}
      />
      <p className="soft">
        {isFull
          ? `These are as many as there may be: ${MOST_DRAWN}.`
          : 'Draw round where you would live. Two fingers move the map.'}
      </p>
      {areas.length > 0 && (
        <button type="button" className={cx('portal-link')} onClick={() => onAreas(areas.slice(0, -1))}>
          Take back the {areas.length > 1 ? 'last area' : 'area'}
        </button>
      )}
    </>
  );
}

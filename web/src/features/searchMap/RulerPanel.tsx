import type { LonLat, Way } from '@perambula/core';
import { lengthOf, sayDistance, sayDuration, sayRoadLength } from '@perambula/core';
import { Button, Segmented } from 'antd';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useWayThrough } from './routes.api.js';
import type { WayThrough } from './routes.api.js';
import { classesOf } from '../../shared/classes.js';
import searchMapCss from './searchMap.module.css';
import ownCss from './RulerPanel.module.css';

const cx = classesOf(searchMapCss, ownCss);

interface Props {
  /** What has been measured; null while its line is being drawn. */
  readonly line: readonly LonLat[] | null;
  readonly onWay: (way: WayThrough | null) => void;
  readonly onAgain: () => void;
  readonly onClose: () => void;
}

/** A line's length as it was drawn, and along the streets: on foot or by car, turn by turn. */
export function RulerPanel({ line, onWay, onAgain, onClose }: Props) {
  return (
    <section className={cx('map-card ruler')} aria-label="Measured">
      <header>
        <b>Measure</b>
        <button type="button" className="small-button" aria-label="Put the ruler away" onClick={onClose}>
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      {line ? (
        <Measured line={line} onWay={onWay} onAgain={onAgain} />
      ) : (
        <p className="soft">Click from point to point; click the last one twice.</p>
      )}
    </section>
  );
}

function Measured({ line, onWay, onAgain }: { readonly line: readonly LonLat[] } & Pick<Props, 'onWay' | 'onAgain'>) {
  const [by, setBy] = useState<Way>('foot');
  const way = useWayThrough(line, by);
  useEffect(() => {
    onWay(way.pending || way.problem ? null : way);
    return () => onWay(null);
  }, [way, onWay]);
  return (
    <>
      <dl className={cx('ruler-figures')}>
        <dt>Straight</dt>
        <dd>{sayDistance(lengthOf(line))}</dd>
        <dt>Along streets</dt>
        <dd>{way.problem ?? (way.pending ? '…' : `${sayRoadLength(way.metres)}, ${sayDuration(way.seconds)}`)}</dd>
      </dl>
      <div className={cx('ruler-by')}>
        <Segmented
          size="small"
          value={by}
          onChange={setBy}
          options={[
            { value: 'foot', label: 'On foot' },
            { value: 'car', label: 'By car, 5:15 pm' },
          ]}
        />
        <Button size="small" onClick={onAgain}>
          Measure again
        </Button>
      </div>
      {way.legs.length > 0 && !way.pending && (
        <ol className={cx('ruler-steps')} aria-label="Turn by turn">
          {way.legs.flatMap((leg, l) =>
            leg.steps.map((step, i) => (
              <li key={`${l}-${i}`}>
                <span>{step.text}</span> <span className="soft">{sayRoadLength(step.metres)}</span>
              </li>
            )),
          )}
        </ol>
      )}
    </>
  );
}

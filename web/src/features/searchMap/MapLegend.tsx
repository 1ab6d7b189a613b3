import { Status } from '../../shared/status.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './MapLegend.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly statuses: readonly string[];
  readonly hidden: ReadonlySet<string>;
  readonly onToggle: (status: string) => void;
}

/** What the marks on the map mean; a click takes those of a status off the map, or puts them back. */
export function MapLegend({ statuses, hidden, onToggle }: Props) {
  if (statuses.length === 0) return null;
  return (
    <div className={cx('map-legend')} role="group" aria-label="Statuses on the map">
      {statuses.map((status) => (
        <button
          key={status}
          type="button"
          className={hidden.has(status) ? 'plain is-hidden' : 'plain'}
          aria-pressed={!hidden.has(status)}
          title={hidden.has(status) ? 'Show them on the map again' : 'Take these off the map; the list keeps them'}
          onClick={() => onToggle(status)}
        >
          <Status status={status} />
        </button>
      ))}
    </div>
  );
}

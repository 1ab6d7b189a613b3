import { PanelLeftOpen } from 'lucide-react';
import { useReading } from '../../../shared/reading.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './ReadHere.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly listingKey: string;
  readonly name: string;
}

/** Opens a home beside the results. A telephone has no room for both. */
export function ReadHere({ listingKey, name }: Props) {
  const { listingKey: reading, read } = useReading();
  const isRead = reading === listingKey;
  return (
    <button
      type="button"
      className={cx(isRead ? 'here is-read' : 'here')}
      aria-label={`Read ${name} beside the results`}
      title="Read it beside the results"
      aria-pressed={isRead}
      onClick={() => read(isRead ? null : listingKey)}
    >
      <PanelLeftOpen size={16} aria-hidden="true" />
    </button>
  );
}

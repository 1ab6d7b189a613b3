import type { CountAnswer } from '@perambula/contract';
import type { ResultSet } from '@perambula/core';
import { Button } from 'antd';
import { besideAddress } from '../../shared/beside.js';
import { ButtonLink } from '../../shared/ButtonLink.js';
import { useOpenFile } from '../../shared/openFile.js';
import { SendHomes } from '../choices/index.js';
import { MakeRound } from '../rounds/index.js';
import { AddToShortlist } from '../shortlists/index.js';
import { classesOf } from '../../shared/classes.js';
import pagesCss from './pages.module.css';

const cx = classesOf(pagesCss);

/** So many are compared at most. */
const MOST_COMPARED = 200;

interface Props {
  readonly count: CountAnswer | undefined;
  /** Whether the figures are those of the search before the last change. */
  readonly stale: boolean;
  /** Why there is no count. */
  readonly problem: string | null;
  readonly set: ResultSet;
  /** What alone keeps out the homes that are shown, where one line was asked about. */
  readonly lineName: string | null;
  readonly onShow: (set: ResultSet) => void;
  readonly chosen: readonly string[];
  readonly onChooseNone: () => void;
}

const SETS = [
  ['fit', 'fit'],
  ['unknown', 'unknown'],
  ['missByOne', 'miss by one'],
] as const;

/** What the search finds: each figure opens its homes; and what may be done with those that are chosen. */
export function Counts({ count, stale, problem, set, lineName, onShow, chosen, onChooseNone }: Props) {
  const beside = besideAddress(chosen);
  const { clientId } = useOpenFile();
  return (
    <header className={cx('counts')} role="group" aria-label="What the search finds">
      {SETS.map(([which, label]) => (
        <CountButton
          key={which}
          figure={count?.[which]}
          label={label}
          on={set === which}
          stale={stale}
          onClick={() => onShow(which)}
        />
      ))}
      {lineName && (
        <Button size="small" onClick={() => onShow(set)}>
          only by {lineName} ×
        </Button>
      )}
      {problem && <span className="problem">{problem}</span>}
      <span className={cx('counts-end')}>
        {chosen.length > 0 && (
          <button type="button" className="plain strong" onClick={onChooseNone}>
            {chosen.length} chosen ×
          </button>
        )}
        {beside && <ButtonLink to={beside}>Side by side</ButtonLink>}
        {chosen.length > 1 && <ButtonLink to={`/comps?homes=${chosen.slice(0, MOST_COMPARED).join(',')}`}>Comps</ButtonLink>}
        {chosen.length > 1 && <MakeRound keys={chosen} clientId={clientId} />}
        <SendHomes keys={chosen} />
        <AddToShortlist keys={chosen} onDone={onChooseNone} />
      </span>
    </header>
  );
}

function CountButton({
  figure,
  label,
  on,
  stale,
  onClick,
}: {
  readonly figure: number | undefined;
  readonly label: string;
  readonly on: boolean;
  readonly stale: boolean;
  readonly onClick: () => void;
}) {
  return (
    <button
      type="button"
      className={cx(`count ${on ? 'is-on' : ''} ${stale ? 'is-stale' : ''}`)}
      aria-pressed={on}
      onClick={onClick}
      data-count={label}
      data-stale={stale}
    >
      <b>{figure?.toLocaleString('en-US') ?? '–'}</b> {label}
    </button>
  );
}

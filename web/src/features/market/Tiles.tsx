import type { MovementAnswer } from '@perambula/contract';
import { classesOf } from '../../shared/classes.js';
import { BESIDES, countOf, LISTS, plain, signed } from './market.rules.js';
import type { BesideName, ListName } from './market.rules.js';
import ownCss from './Tiles.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly movement: MovementAnswer;
  readonly beside: BesideName;
  /** Whether the time that is looked at lasts until now. */
  readonly isNow: boolean;
  readonly open: ListName;
  readonly onOpen: (list: ListName) => void;
}

const SMALL: readonly ListName[] = ['comingSoon', 'pending', 'withdrawn', 'expired', 'canceled', 'onHold', 'aside'];

/** How many homes did what: a sum that can be followed, prices and sales beside it, and all else by name. Each opens its list. */
export function Tiles(props: Props) {
  const { movement, beside, isNow, open, onOpen } = props;
  const { counts, cuts, forSale } = movement;
  return (
    <>
      <div className={cx('tiles')}>
        <div className={cx('sum')}>
          <Tile {...props} list="new" />
          <Sign says="+" />
          <Tile {...props} list="back" />
          <Sign says="−" />
          <Tile {...props} list="underContract" />
          <Sign says="−" />
          <Tile {...props} list="off" />
          <Sign says="=" />
          <div className={cx('net')}>
            <span>
              <b>{signed(counts.net)}</b> <Beside says={signed(movement[beside].net)} beside={beside} />
            </span>
            <span>
              for sale, {isNow ? 'now' : 'then'} {plain(forSale.to)}
            </span>
          </div>
        </div>
        <div className={cx('others')}>
          <Tile {...props} list="cut" more={cuts.large > 0 ? `, ${plain(cuts.large)} over 5%` : ''} />
          <Tile {...props} list="raised" />
          <Tile {...props} list="closed" />
        </div>
      </div>
      <p className={cx('small')}>
        {SMALL.filter((list) => countOf(list, counts) > 0).map((list) => (
          <button
            key={list}
            type="button"
            className={cx(open === list ? 'is-open' : '')}
            aria-pressed={open === list}
            onClick={() => onOpen(list)}
          >
            <b>{plain(countOf(list, counts))}</b> {LISTS[list].label}
          </button>
        ))}
      </p>
    </>
  );
}

function Tile({
  movement,
  beside,
  open,
  onOpen,
  list,
  more = '',
}: Omit<Props, 'isNow'> & { readonly list: ListName; readonly more?: string }) {
  return (
    <button
      type="button"
      className={cx(open === list ? 'tile is-open' : 'tile')}
      aria-pressed={open === list}
      onClick={() => onOpen(list)}
    >
      <span>
        <b>{plain(countOf(list, movement.counts))}</b> <Beside says={plain(countOf(list, movement[beside]))} beside={beside} />
      </span>
      <span>
        {LISTS[list].label}
        {more}
      </span>
    </button>
  );
}

function Beside({ says, beside }: { readonly says: string; readonly beside: BesideName }) {
  return (
    <span className={cx('beside')} title={`${says} in ${BESIDES[beside]}`}>
      <span className="sr-only">{BESIDES[beside]}: </span>
      {says}
    </span>
  );
}

function Sign({ says }: { readonly says: string }) {
  return (
    <span className={cx('sign')} aria-hidden="true">
      {says}
    </span>
  );
}

import type { LookedAt } from '@perambula/contract';
import { Checkbox } from 'antd';
import { Link } from 'react-router';
import { price, street } from '../../shared/format.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { goes, sayLook } from './choices.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './LastLook.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly homes: readonly LookedAt[];
  readonly ticks: Readonly<Record<string, boolean>>;
  readonly onTick: (listingKey: string, going: boolean) => void;
}

/** Each home once more before it goes, and what speaks against it: those of which there is a doubt stay behind unless ticked. */
export function LastLook({ homes, ticks, onTick }: Props) {
  const going = homes.filter((home) => goes(home, ticks)).length;
  return (
    <section aria-label="The last look">
      <h2>The last look</h2>
      <p className={cx(going < homes.length ? 'sum is-waiting' : 'sum')} role="status">
        {sayLook(homes, going)}
      </p>
      <ul className={cx('homes')}>
        {homes.map((home) => (
          <Home key={home.listingKey} home={home} isGoing={goes(home, ticks)} onTick={onTick} />
        ))}
      </ul>
    </section>
  );
}

interface HomeProps {
  readonly home: LookedAt;
  readonly isGoing: boolean;
  readonly onTick: Props['onTick'];
}

function Home({ home: { listingKey, listing, doubts, barred }, isGoing, onTick }: HomeProps) {
  const name = listing ? street(listing) : `Listing ${listingKey}`;
  return (
    <li className={cx(isGoing ? 'home' : 'home is-out')}>
      <Checkbox
        checked={isGoing}
        disabled={barred}
        aria-label={`Send ${name}`}
        onChange={({ target }) => onTick(listingKey, target.checked)}
      />
      <span className={cx('picture')}>{listing && <Picture listingKey={listingKey} alt="" />}</span>
      <div className={cx('what')}>
        {listing ? <Link to={`/listings/${listingKey}`}>{name}</Link> : name}
        {listing && (
          <span className={cx('facts tight')}>
            <b className="figure">{price(listing)}</b> <Status status={String(listing['StandardStatus'])} />
          </span>
        )}
        {doubts.map(({ kind, said }) => (
          <span key={`${kind} ${said}`} className={cx('doubt')}>
            {said}
          </span>
        ))}
      </div>
    </li>
  );
}

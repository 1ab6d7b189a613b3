import type { MarketAsk, MovedOrder, MovedRow, MovementAnswer } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { Button, Select } from 'antd';
import { Link } from 'react-router';
import { ButtonLink } from '../../shared/ButtonLink.js';
import { classesOf } from '../../shared/classes.js';
import { useNow } from '../../shared/clock.api.js';
import { day, firstNames, price, street, timeOnMarket } from '../../shared/format.js';
import { Status } from '../../shared/status.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useMovedHomes } from './market.api.js';
import { countOf, LISTS, percent, plain } from './market.rules.js';
import type { ListName, MarketAsked } from './market.rules.js';
import ownCss from './MovedList.module.css';

const cx = classesOf(ownCss);

const ORDER_LABEL: Readonly<Record<MovedOrder, string>> = {
  percent: 'largest share first',
  dollars: 'largest amount first',
  latest: 'latest first',
};
/** Of what is over, or promised, no client is sent anything. */
const SENDABLE: ReadonlySet<ListName> = new Set(['new', 'comingSoon', 'back', 'cut', 'raised']);
/** As many as one message has. */
const MOST_SENT = 30;

interface Props {
  readonly asked: MarketAsked;
  readonly ask: MarketAsk;
  readonly movement: MovementAnswer;
  readonly onOrder: (order: MovedOrder) => void;
}

/** The homes that did what is open. */
export function MovedList({ asked, ask, movement, onOrder }: Props) {
  const { list } = asked;
  const { title, moved } = LISTS[list];
  const isPriced = list === 'cut' || list === 'raised' || list === 'back';
  const order = isPriced ? asked.order : 'latest';
  const homes = useMovedHomes(ask, moved, order);
  const number = countOf(list, movement.counts);
  const rows = homes.data?.pages.flatMap((page) => page.rows) ?? [];
  const keys = [...new Set(rows.slice(0, MOST_SENT).map(({ listing }) => listing.ListingKey))];
  return (
    <section className={cx('moved')} aria-label={title}>
      <header>
        <h2>
          {title}: {plain(number)}
        </h2>
        {list === 'cut' && movement.cuts.median !== null && (
          <span className="soft">
            median {percent(movement.cuts.median)} ·{' '}
            {movement.cuts.large === 0 ? 'none' : `${percent(movement.cuts.large / movement.cuts.homes)} of them`} over 5%
          </span>
        )}
        <span className={cx('acts')}>
          {isPriced && (
            <Select
              aria-label="Order"
              variant="borderless"
              value={order}
              options={Object.entries(ORDER_LABEL).map(([value, label]) => ({ value: value as MovedOrder, label }))}
              onChange={onOrder}
            />
          )}
          {keys.length > 0 && SENDABLE.has(list) && (
            <ButtonLink to={`/send?homes=${keys.join(',')}`}>
              {keys.length < number ? `Send the first ${keys.length} …` : 'Send …'}
            </ButtonLink>
          )}
        </span>
      </header>
      {homes.isPending && <Waiting what="Reading the homes …" />}
      {homes.isError && <Failed error={homes.error} retry={() => void homes.refetch()} />}
      {homes.isSuccess && rows.length === 0 && <p className="soft">None in this time. Look over more days, or in more places.</p>}
      {rows.length > 0 && <Rows rows={rows} isPriced={isPriced} isBack={list === 'back'} />}
      {homes.hasNextPage && (
        <Button loading={homes.isFetchingNextPage} onClick={() => void homes.fetchNextPage()}>
          More of them
        </Button>
      )}
    </section>
  );
}

interface RowsProps {
  readonly rows: readonly MovedRow[];
  readonly isPriced: boolean;
  readonly isBack: boolean;
}

function Rows({ rows, isPriced, isBack }: RowsProps) {
  const now = useNow();
  return (
    <table className={cx('table')}>
      <thead>
        <tr>
          <th scope="col">Home</th>
          {isPriced ? (
            <>
              <th scope="col" className={cx('number wide')}>
                was
              </th>
              <th scope="col" className={cx('number')}>
                now
              </th>
              <th scope="col" className={cx('number wide')}>
                change
              </th>
              <th scope="col" className={cx('number')}>
                %
              </th>
            </>
          ) : (
            <th scope="col" className={cx('number')}>
              price
            </th>
          )}
          <th scope="col">{isBack ? 'under contract' : 'when'}</th>
          <th scope="col">who wants it</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={`${row.listing.ListingKey}${row.moved}${row.at}`}>
            <td>
              <Link to={`/listings/${row.listing.ListingKey}`} className="strong">
                {street(row.listing)}
              </Link>{' '}
              <span>{String(row.listing['City'] ?? '')}</span>
              <span className={cx('more')}>
                <Status status={String(row.listing['StandardStatus'])} /> {timeOnMarket(row.listing, now)}
              </span>
            </td>
            {isPriced ? <Change row={row} /> : <td className={cx('number')}>{price(row.listing)}</td>}
            <td className={cx('when')}>{isBack ? sayContract(row) : day(row.at)}</td>
            <td>{sayWanted(row)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Change({ row: { from, to } }: { readonly row: MovedRow }) {
  const by = from === null || to === null || from === to ? null : to - from;
  const share = by === null || from === null ? null : Math.abs(by) / from;
  return (
    <>
      <td className={cx('number wide')}>{from === null ? '–' : dollars(from)}</td>
      <td className={cx('number')}>{to === null ? '–' : dollars(to)}</td>
      <td className={cx('number wide')}>{by === null ? 'as it was' : dollars(Math.abs(by))}</td>
      <td className={cx(share !== null && share > 0.05 ? 'number is-large' : 'number')}>
        {share === null ? '–' : `${(by ?? 0) > 0 ? '+' : '−'}${percent(share)}`}
      </td>
    </>
  );
}

function sayContract({ daysUnderContract: days }: MovedRow): string {
  return days === null ? 'was not' : `for ${days} ${days === 1 ? 'day' : 'days'}`;
}

const MOST_NAMED = 3;

function sayWanted({ wantedBy }: MovedRow): string {
  const named = wantedBy.slice(0, MOST_NAMED).map(({ client, how }) => `${firstNames(client)} ${how}`);
  const more = wantedBy.length - named.length;
  return [...named, ...(more > 0 ? [`${more} more`] : [])].join(' · ') || '–';
}

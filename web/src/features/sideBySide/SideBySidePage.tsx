import type { ListingAnswer } from '@perambula/contract';
import type { FitRow, ListingRecord } from '@perambula/core';
import { Button } from 'antd';
import { Check, HelpCircle, Minus, Printer, X } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { MOST_BESIDE } from '../../shared/beside.js';
import { useNow } from '../../shared/clock.api.js';
import { firstNames, price, street, timeOnMarket } from '../../shared/format.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { PdfOfHomes, SendHomes } from '../choices/index.js';
import { useFile } from '../clients/index.js';
import { sayFitValue, useFits, useListings } from '../listings/index.js';
import { comparedFacts } from './differences.rules.js';
import type { ComparedFact } from './differences.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './SideBySidePage.module.css';

const cx = classesOf(ownCss);

/** Narrower than this no column is read. */
const [NAMES_PX, HOME_PX] = [110, 166];

/** Two to six homes side by side: the open file's lines, then where they differ; what is alike is folded away. */
export function SideBySidePage() {
  const { keys = '' } = useParams();
  const all = useMemo(() => [...new Set(keys.split(','))].slice(0, MOST_BESIDE), [keys]);
  const answers = useListings(all);
  const failed = answers.find(({ isError }) => isError);
  if (failed?.error) return <Failed error={failed.error} retry={() => void failed.refetch()} />;
  const homes = answers.flatMap(({ data }) => data ?? []);
  if (homes.length < all.length) return <Waiting what="Opening the homes …" />;
  return <Beside homes={homes} />;
}

function Beside({ homes }: { readonly homes: readonly ListingAnswer[] }) {
  const navigate = useNavigate();
  const now = useNow();
  const file = useFile(useOpenFile().clientId).data;
  const listings = useMemo(() => homes.map(({ listing }): ListingRecord => listing), [homes]);
  const { differ, alike } = useMemo(() => comparedFacts(listings), [listings]);
  const search = file?.savedSearches[0];
  const without = (key: string): void =>
    void navigate(`/beside/${listings.flatMap(({ ListingKey }) => (ListingKey === key ? [] : ListingKey)).join(',')}`, {
      replace: true,
    });
  return (
    <div className={cx('page wide-on-paper')}>
      <header className={cx('head')}>
        <h1>Side by side</h1>
        <span className={cx('acts')}>
          <PdfOfHomes keys={listings.map(({ ListingKey }) => ListingKey)} title="Homes side by side" />
          <SendHomes keys={listings.map(({ ListingKey }) => ListingKey)} />
          <Button icon={<Printer size={14} />} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </header>
      <div className={cx('scrolls')}>
        <table className={cx('beside')} style={{ minWidth: NAMES_PX + listings.length * HOME_PX }}>
          <Heads listings={listings} now={now} onWithout={without} />
          {file && search && (
            <Lines keys={listings.map(({ ListingKey }) => ListingKey)} searchId={search.id} name={firstNames(file.name)} />
          )}
          <Facts title="Where they differ" facts={differ} columns={listings.length} />
        </table>
      </div>
      <details className={cx('alike')}>
        <summary>Alike in {alike.length} facts</summary>
        <dl>
          {alike.map(({ name, label, texts }) => (
            <div key={name}>
              <dt className="soft">{label}</dt>
              <dd>{texts[0]}</dd>
            </div>
          ))}
        </dl>
      </details>
    </div>
  );
}

interface HeadsProps {
  readonly listings: readonly ListingRecord[];
  readonly now: string;
  readonly onWithout: (key: string) => void;
}

/** The homes themselves, each at the head of its column. */
function Heads({ listings, now, onWithout }: HeadsProps) {
  return (
    <thead>
      <tr>
        <td />
        {listings.map((listing) => (
          <th scope="col" key={listing.ListingKey}>
            <span className={cx('picture')}>
              <Picture listingKey={listing.ListingKey} alt={street(listing)} />
            </span>
            <b className={cx('price figure')}>{price(listing)}</b>
            <Link to={`/listings/${listing.ListingKey}`}>{street(listing)}</Link>
            <span className={cx('state tight')}>
              <Status status={String(listing['StandardStatus'])} />
              <span>{timeOnMarket(listing, now)}</span>
            </span>
            {listings.length > 2 && (
              <button type="button" className="plain soft" onClick={() => onWithout(listing.ListingKey)}>
                Leave out
              </button>
            )}
          </th>
        ))}
      </tr>
    </thead>
  );
}

interface LinesProps {
  readonly keys: readonly string[];
  readonly searchId: string;
  readonly name: string;
}

/** The lines of the client's search, ticked off for each home. */
function Lines({ keys, searchId, name }: LinesProps) {
  const answers = useFits(keys, searchId);
  const rows = answers[0]?.data?.rows ?? [];
  return (
    <tbody>
      <tr>
        <th scope="rowgroup" colSpan={keys.length + 1} className={cx('part')}>
          What {name} asked for
        </th>
      </tr>
      {rows.map(({ id, label, nice }) => (
        <tr key={id}>
          <th scope="row">
            {nice && 'Would be nice: '}
            {label}
          </th>
          {answers.map(({ data }, i) => {
            const row = data?.rows.find((each) => each.id === id);
            return <td key={keys[i]}>{row ? <Ticked row={row} /> : '…'}</td>;
          })}
        </tr>
      ))}
    </tbody>
  );
}

function Ticked({ row }: { readonly row: FitRow }) {
  const { truth, nice, miss } = row;
  return (
    <span className={cx(truth === false && !nice ? 'misses' : truth === null ? 'unknown' : '')}>
      {truth === true ? (
        <Check size={14} className={cx('fits')} aria-label="fits" />
      ) : truth === null ? (
        <HelpCircle size={14} aria-label="unknown" />
      ) : nice ? (
        <Minus size={14} aria-label="has it not" />
      ) : (
        <X size={14} aria-label="does not fit" />
      )}{' '}
      {miss ?? sayFitValue(row)}
    </span>
  );
}

function Facts({
  title,
  facts,
  columns,
}: {
  readonly title: string;
  readonly facts: readonly ComparedFact[];
  readonly columns: number;
}) {
  return (
    <tbody>
      <tr>
        <th scope="rowgroup" colSpan={columns + 1} className={cx('part')}>
          {title}
        </th>
      </tr>
      {facts.map(({ name, label, texts }) => (
        <tr key={name}>
          <th scope="row">{label}</th>
          {texts.map((text, i) => (
            <td key={i} className={text === null ? cx('unknown') : ''}>
              {text ?? 'left blank'}
            </td>
          ))}
        </tr>
      ))}
    </tbody>
  );
}

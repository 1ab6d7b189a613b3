import { isOwnKey } from '@perambula/contract';
import type { ListingAnswer } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { useCallback, useDeferredValue, useMemo } from 'react';
import type { ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { ButtonLink } from '../../shared/ButtonLink.js';
import { ago, street } from '../../shared/format.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { PdfOfHomes, SendHomes } from '../choices/index.js';
import { useFile } from '../clients/index.js';
import { HomesOnMap } from '../homesMap/index.js';
import { useResultsState } from '../searches/index.js';
import { AddToShortlist } from '../shortlists/index.js';
import { PlanVisit } from '../showings/index.js';
import { Facts } from './Facts.js';
import { ForYouOnly } from './ForYouOnly.js';
import { History } from './History.js';
import { HowItFits } from './HowItFits.js';
import { useListing } from './listing.api.js';
import { KeepOpen, OpenHomes } from './OpenHomes.js';
import { OutlookPanel } from './OutlookPanel.js';
import { ParcelRecord } from './ParcelRecord.js';
import { Documents, OpenHouses, Rooms } from './parts.js';
import { Pictures } from './Pictures.js';
import { RecordDiffers } from './RecordDiffers.js';
import { Steps } from './Steps.js';
import { Title } from './Title.js';
import { WalkedTo } from './WalkedTo.js';
import { SaidOfIt, Wanted } from './Wanted.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ListingPage.module.css';

const cx = classesOf(ownCss);

/** One listing as the agent sees it, on a page of its own. */
export function ListingPage() {
  const { listingKey = '' } = useParams();
  const { from } = useResultsState();
  const navigate = useNavigate();
  const open = useCallback((key: string): void => void navigate(`/listings/${key}`, { replace: true }), [navigate]);
  return (
    <ListingSheet listingKey={listingKey} onStep={open}>
      <Link to={from}>Back to the search</Link>
    </ListingSheet>
  );
}

interface Props {
  readonly listingKey: string;
  /** Goes to another of the results. */
  readonly onStep: (key: string) => void;
  /** What stands before the steps: the way out. */
  readonly children: ReactNode;
}

/** One listing, with the steps among the results, what can be done with it, and the others that are kept open. */
export function ListingSheet({ listingKey, onStep, children }: Props) {
  const { clientId } = useOpenFile();
  const answer = useListing(listingKey);
  return (
    <div className={cx('listing')}>
      <header className={cx('bar')}>
        {children}
        <Steps listingKey={listingKey} onStep={onStep} />
        <span className="push">
          {answer.data && <KeepOpen listing={answer.data.listing} />}
          {isOwnKey(listingKey) ? (
            <span className="chip chip-wait">Of your own file: only you see this home</span>
          ) : (
            !answer.isError && (
              <>
                <PdfOfHomes keys={[listingKey]} title="A home to look at" form="pictures" />
                <ButtonLink to={`/comps/${listingKey}`}>Comps</ButtonLink>
                <SendHomes keys={[listingKey]} />
                <PlanVisit clientId={clientId} listingKey={listingKey} />
                <AddToShortlist keys={[listingKey]} onDone={() => undefined} />
              </>
            )
          )}
        </span>
      </header>
      <p className={cx('on-paper')}>Printed for yourself, with what is for you only. To hand a home over, use its PDF.</p>
      <OpenHomes listingKey={listingKey} onOpen={onStep} />
      {answer.isPending && <Waiting what="Opening the listing …" />}
      {answer.isError && <Failed error={answer.error} retry={() => void answer.refetch()} />}
      {answer.data && <Listing key={listingKey} {...answer.data} />}
    </div>
  );
}

function Listing({ listing, history, openHouses }: ListingAnswer) {
  const now = useNow();
  const key = listing.ListingKey;
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  const isOwn = isOwnKey(key);
  // what decides is there at once; what is drawn, and what lies below the fold, comes right after
  const below = useDeferredValue<ListingRecord | null>(listing, null);
  return (
    <>
      <div className={cx('first')}>
        <div>
          <Pictures listing={listing} />
          <Title listing={listing} history={history} now={now} />
          <p className={cx('remarks')}>{String(listing['PublicRemarks'] ?? '')}</p>
          <OpenHouses visits={openHouses} now={now} />
          <ForYouOnly listing={listing} />
          <Documents listingKey={key} />
          <Source listing={listing} now={now} />
        </div>
        <div className={cx('judged')}>
          {file && file.savedSearches.length > 0 && <HowItFits listingKey={key} file={file} />}
          {file && <SaidOfIt listingKey={key} clientId={file.id} />}
          {!isOwn && <Wanted listingKey={key} clientId={file?.id ?? null} />}
          {below && <OutlookPanel listingKey={key} />}
        </div>
        <div>
          <History listingKey={key} history={history} now={now} />
          <RecordDiffers listingKey={key} />
        </div>
      </div>
      {below && <Below listing={below} />}
    </>
  );
}

/** All facts, the record, where it lies and its rooms. */
function Below({ listing }: { readonly listing: ListingRecord }) {
  return (
    <div className={cx('rest')}>
      <Facts listing={listing} />
      <div className={cx('last')}>
        <ParcelRecord listingKey={listing.ListingKey} />
        <div>
          <Whereabouts listing={listing} />
          <WalkedTo listingKey={listing.ListingKey} />
          <Rooms rooms={listing['Rooms']} />
        </div>
      </div>
    </div>
  );
}

/** Who listed it, where the record comes from, and how old it is. */
function Source({ listing, now }: { readonly listing: ListingRecord; readonly now: string }) {
  const { ListOfficeName: name, ListOfficePhone: phone } = listing;
  return (
    <p className="tight">
      {name == null ? '' : `Listed by ${[name, phone].filter(Boolean).join(', ')} · `}
      {String(listing['OriginatingSystemName'])} · updated {ago(String(listing['ModificationTimestamp']), now)} · deemed reliable,
      not guaranteed
    </p>
  );
}

function Whereabouts({ listing }: { readonly listing: ListingRecord }) {
  const alone = useMemo(() => [listing], [listing]);
  if (typeof listing['Latitude'] !== 'number') return null;
  return <HomesOnMap label={`Where ${street(listing)} lies`} homes={alone} />;
}

import { VERDICTS } from '@perambula/contract';
import type { PortalHome, Verdict } from '@perambula/contract';
import { useState } from 'react';
import { ago, clockTime, day, facts, price } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Leafed, useLeaf } from '../../shared/Leafed.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { tellOpened, useAskToSee, useReact, useToVerify } from './portal.api.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './HomeCard.module.css';

const cx = classesOf(portalCss, ownCss);

const VERDICT: Readonly<Record<Verdict, string>> = { like: 'Like', unsure: 'Unsure', notForUs: 'Not for us' };

/** A home told to a household: what it is, what they think of it, and whether they would like to see it. */
export function HomeCard({ home, now }: { readonly home: PortalHome; readonly now: string }) {
  const { listing, reaction, showing } = home;
  const key = listing.ListingKey;
  const react = useReact(key);
  const askToSee = useAskToSee(key);
  const leaf = useLeaf(Number(listing['PhotosCount'] ?? 1));
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState(reaction?.note ?? '');
  const [wish, setWish] = useState<string | null>(null);
  const more = (): void => {
    if (!open) tellOpened(key);
    setOpen(!open);
  };
  const problem = react.error ?? askToSee.error;
  return (
    <article className={cx('home')} aria-label={home.address}>
      <Leafed leaf={leaf}>
        <button
          type="button"
          className={cx('home-picture')}
          onClick={more}
          onKeyDown={leaf.onKeyDown}
          aria-expanded={open}
          aria-label={`${home.address}: ${open ? 'less' : 'more'} about it`}
        >
          <Picture listingKey={key} index={leaf.index} alt="" />
          <span className={cx('home-why')}>{home.why}</span>
        </button>
      </Leafed>
      <div className={cx('home-text')}>
        <What home={home} />
        {open && <More listing={listing} />}
        <Verdicts chosen={reaction?.verdict} busy={react.isPending} onChoose={(verdict) => react.mutate({ verdict, note })} />
        {reaction && (
          <Note
            id={key}
            kept={reaction.note}
            note={note}
            busy={react.isPending}
            onChange={setNote}
            onKeep={() => react.mutate({ verdict: reaction.verdict, note })}
          />
        )}
        <Visit
          showing={showing}
          wish={wish}
          setWish={setWish}
          ask={(text) => askToSee.mutate(text, { onSuccess: () => setWish(null) })}
          busy={askToSee.isPending}
          homeKey={key}
        />
        {problem && (
          <p className={cx('portal-problem')} role="alert">
            {messageOf(problem)}
          </p>
        )}
        <Credit listing={listing} now={now} />
      </div>
    </article>
  );
}

/** What it costs, how it stands, where it is, and its facts in a line. */
function What({ home: { listing, address } }: { readonly home: PortalHome }) {
  return (
    <>
      <p className={cx('home-line')}>
        <span className={cx('home-price')}>{price(listing)}</span> <Status status={String(listing['StandardStatus'])} />
      </p>
      <p className="strong">{address}</p>
      <p className="soft">{facts(listing)}</p>
    </>
  );
}

/** Whose listing it is, and of when. */
function Credit({ listing, now }: Pick<PortalHome, 'listing'> & { readonly now: string }) {
  return (
    <p className={cx('home-credit')}>
      Listed by {String(listing['ListOfficeName'])}, {String(listing['ListOfficePhone'])} · updated{' '}
      {ago(String(listing['ModificationTimestamp']), now)}
    </p>
  );
}

interface VerdictsProps {
  readonly chosen: Verdict | undefined;
  readonly busy: boolean;
  readonly onChoose: (verdict: Verdict) => void;
}

function Verdicts({ chosen, busy, onChoose }: VerdictsProps) {
  return (
    <div className={cx('home-verdicts')} role="group" aria-label="What do you think?">
      {VERDICTS.map((verdict) => (
        <button
          key={verdict}
          type="button"
          className={cx('portal-button')}
          aria-pressed={chosen === verdict}
          disabled={busy}
          onClick={() => onChoose(verdict)}
        >
          {VERDICT[verdict]}
        </button>
      ))}
    </div>
  );
}

function More({ listing }: Pick<PortalHome, 'listing'>) {
  const toVerify = useToVerify(listing.ListingKey).data?.facts;
  return (
    <div className={cx('home-more')}>
      <p>{String(listing['PublicRemarks'] ?? '')}</p>
      {toVerify === null && (
        <p className={cx('home-verify')}>
          <b>Verify its facts.</b> The public record could not be asked just now.
        </p>
      )}
      {toVerify && toVerify.length > 0 && (
        <p className={cx('home-verify')}>
          <b>Verify: {toVerify.join(', ')}.</b> Another source states it otherwise; ask before you rely on it.
        </p>
      )}
      <div className={cx('home-pictures')}>
        {Array.from({ length: Math.max(0, Number(listing['PhotosCount'] ?? 1) - 1) }, (_, i) => (
          <Picture
            key={i}
            listingKey={listing.ListingKey}
            index={i + 1}
            alt={['From the garden', 'Plot plan', 'Floor sketch'][i] ?? ''}
          />
        ))}
      </div>
    </div>
  );
}

interface NoteProps {
  readonly id: string;
  readonly kept: string;
  readonly note: string;
  readonly busy: boolean;
  readonly onChange: (note: string) => void;
  readonly onKeep: () => void;
}

function Note({ id, kept, note, busy, onChange, onKeep }: NoteProps) {
  return (
    <form className={cx('home-note')} onSubmit={(event) => (event.preventDefault(), onKeep())}>
      <label className="sr-only" htmlFor={`note-${id}`}>
        Why? A note for your agent
      </label>
      <input
        id={`note-${id}`}
        value={note}
        maxLength={1000}
        placeholder="Why? A word helps"
        onChange={({ target }) => onChange(target.value)}
      />
      <button type="submit" className={cx('portal-button')} disabled={busy || note === kept}>
        {note === kept && note !== '' ? 'Kept' : 'Keep note'}
      </button>
    </form>
  );
}

interface VisitProps {
  readonly showing: PortalHome['showing'];
  readonly wish: string | null;
  readonly setWish: (wish: string | null) => void;
  readonly ask: (wish: string) => void;
  readonly busy: boolean;
  readonly homeKey: string;
}

function Visit({ showing, wish, setWish, ask, busy, homeKey }: VisitProps) {
  if (showing?.state === 'confirmed' && showing.startAt)
    return (
      <p className={cx('home-visit')}>
        You see it {day(showing.startAt)} at {clockTime(showing.startAt)}
      </p>
    );
  if (showing?.state === 'asked')
    return <p className={cx('home-visit is-waiting')}>You asked to see it; your agent will propose a time</p>;
  if (showing?.state === 'proposed')
    return <p className={cx('home-visit is-waiting')}>Your agent has asked the listing office for a time</p>;
  if (wish === null)
    return (
      <button type="button" className={cx('portal-button is-wide')} onClick={() => setWish('')}>
        Ask to see it
      </button>
    );
  return (
    <form className={cx('home-note')} onSubmit={(event) => (event.preventDefault(), ask(wish))}>
      <label className="sr-only" htmlFor={`wish-${homeKey}`}>
        When would suit you?
      </label>
      <input
        id={`wish-${homeKey}`}
        autoFocus
        value={wish}
        maxLength={500}
        placeholder="When would suit? Thursday after 4"
        onChange={({ target }) => setWish(target.value)}
      />
      <button type="submit" className={cx('portal-button is-main')} disabled={busy}>
        Ask
      </button>
    </form>
  );
}

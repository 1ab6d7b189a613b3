import type { Portal, Wish, WishEffect } from '@perambula/contract';
import { LONGEST_WISH, MOST_WISHED } from '@perambula/contract';
import { readWish } from '@perambula/core';
import type { DrawnShape } from '@perambula/core';
import { useMemo, useState } from 'react';
import { Navigate, useParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { zone } from '../../shared/format.js';
import { useSettled } from '../../shared/useSettled.js';
import { useMapPlaces } from '../namedPlaces/index.js';
import { DrawnAreas } from './DrawnAreas.js';
import { boundsOf } from './drawnAreas.rules.js';
import { NotOpened, Opening } from './NotOpened.js';
import { PageBar } from './PageBar.js';
import { Problem } from './Problem.js';
import { usePortal, usePropose, useWishEffect, useWishWords } from './portal.api.js';
import portalCss from './portal.module.css';
import writeCss from './WritePage.module.css';
import ownCss from './WishPage.module.css';

const cx = classesOf(portalCss, writeCss, ownCss);

const RESTS_MS = 350;

/** What somebody would change of a search of theirs, typed or drawn, with what it would do; their agent hears of it. */
export function WishPage() {
  const { searchId = '' } = useParams();
  const portal = usePortal(undefined);
  if (portal.isPending) return <Opening what="Opening …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  const search = portal.data.searches.find(({ id }) => id === searchId);
  if (!search) return <Navigate to="/p" replace />;
  return <Wishing portal={portal.data} search={search} />;
}

interface Props {
  readonly portal: Portal;
  readonly search: Portal['searches'][number];
}

function Wishing({ portal: { agent, now }, search }: Props) {
  const [text, setText] = useState('');
  const [areas, setAreas] = useState<readonly DrawnShape[]>([]);
  const first = agent.name.split(' ')[0] ?? agent.name;
  const read = useWish(text, areas, now);
  const effect = useWishEffect(search.id, useSettled(read.wish, RESTS_MS));
  const propose = usePropose(search.id);
  const send = (): void => {
    if (!read.wish) return;
    const body = { ...read.wish, text: text.trim() || 'An area that I drew on the map' };
    propose.mutate(body, { onSuccess: () => (setText(''), setAreas([])) });
  };
  return (
    <div className={cx('portal')}>
      <PageBar to="/p" back="Back">
        <span>
          <b>{search.name}</b>
          <span className="soft">{search.sentence}</span>
        </span>
      </PageBar>
      <main className={cx('write')}>
        <h1 className={cx('title')}>What should be different?</h1>
        <form className={cx('writing')} onSubmit={(event) => (event.preventDefault(), send())}>
          <label htmlFor="wish">In your own words</label>
          <textarea
            id="wish"
            rows={2}
            maxLength={LONGEST_WISH}
            placeholder="a garage, up to 480k, Wrenfield too"
            value={text}
            onChange={({ target }) => setText(target.value.replace(/\n/g, ' '))}
          />
          <DrawnAreas areas={areas} onAreas={setAreas} />
          {read.wish && <WhatItDoes read={read} effect={effect.data} isCounting={effect.isFetching} error={effect.error} />}
          <Problem error={propose.error} />
          <button
            type="submit"
            className={cx('portal-button is-main is-wide')}
            disabled={read.wish === null || propose.isPending}
          >
            Send it to {first}
          </button>
          {propose.isSuccess && read.wish === null && (
            <p role="status">Sent. {first} looks at it and answers you; until then nothing changes.</p>
          )}
        </form>
      </main>
    </div>
  );
}

interface Read {
  readonly wish: Wish | null;
  readonly unread: readonly string[];
}

/** Words and areas as one wish; none while nothing can be made of them. */
function useWish(text: string, areas: readonly DrawnShape[], now: string): Read {
  const words = useWishWords().data;
  const places = useMapPlaces();
  return useMemo(() => {
    const gazetteer = { choices: words?.choices ?? {}, places };
    const { wish, widens, unread } = readWish(text, gazetteer, { now: Date.parse(now), zone: zone() });
    const whole = { lines: wish.lines, bounds: [...wish.bounds, ...boundsOf(areas)] };
    // words that nothing was made of still go to the agent
    const isNothing = whole.lines.length + whole.bounds.length === 0 && text.trim() === '';
    return { wish: isNothing ? null : { wish: whole, widens }, unread };
  }, [text, areas, now, words, places]);
}

interface EffectProps {
  readonly read: Read;
  readonly effect: WishEffect | undefined;
  readonly isCounting: boolean;
  readonly error: Error | null;
}

function WhatItDoes({ read: { unread }, effect, isCounting, error }: EffectProps) {
  return (
    <div className={cx('effect')} aria-live="polite">
      <Problem error={error} />
      {effect && !error && (
        <>
          <ul>
            {effect.changes.map(({ about, before, after }) => (
              <li key={`${about} ${after}`}>
                {about}: <b>{after ?? 'any'}</b> {before && <span className="soft">(now {before})</span>}
              </li>
            ))}
          </ul>
          {effect.changes.length > 0 && (
            <p className={cx(isCounting ? 'is-stale' : '')}>
              {sayMany(effect.adds)} more, {sayMany(effect.drops)} fewer than now.
            </p>
          )}
        </>
      )}
      {unread.length > 0 && (
        <p className="soft">
          Not found in listings: {unread.map((words) => `“${words}”`).join(', ')}. It still goes along in your words.
        </p>
      )}
    </div>
  );
}

function sayMany(homes: number): string {
  return homes >= MOST_WISHED ? `${MOST_WISHED} homes or more` : `${homes} ${homes === 1 ? 'home' : 'homes'}`;
}

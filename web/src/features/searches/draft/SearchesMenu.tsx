import type { Draft, SavedSearch, StartingSet } from '@perambula/contract';
import { sentenceOf } from '@perambula/core';
import { Button, Input, Popover } from 'antd';
import { ChevronDown, Star, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useNow } from '../../../shared/clock.api.js';
import { ago } from '../../../shared/format.js';
import { useKey } from '../../../shared/keys.js';
import { useOpenFile } from '../../../shared/openFile.js';
import { useClients } from '../../clients/index.js';
import { useDraft } from './draft.js';
import { useDrafts, useRemoveDraft, useRemoveStartingSet, useSaveStartingSet, useStartingSets } from './keptSearches.api.js';
import { ReadFromFile } from './ReadFromFile.js';
import { useSavedSearches } from './searches.api.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './SearchesMenu.module.css';

const cx = classesOf(ownCss);

const MOST_NAMED = 30;

/** Other searches to go on with: the usual starts, what was left unfinished, and all that have a name. */
export function SearchesMenu({ title }: { readonly title: string }) {
  const [open, setOpen] = useState(false);
  useMenuKeys(setOpen);
  return (
    <h1>
      <Popover
        trigger="click"
        open={open}
        onOpenChange={setOpen}
        placement="bottomLeft"
        arrow={false}
        destroyOnHidden
        content={<Others onDone={() => setOpen(false)} />}
      >
        <button
          type="button"
          className={cx('search-open')}
          aria-label={`${title}. Open another search`}
          title="Open another search (O)"
        >
          {title}
          <ChevronDown size={15} aria-hidden="true" />
        </button>
      </Popover>
    </h1>
  );
}

function Others({ onDone }: { readonly onDone: () => void }) {
  const [sought, setSought] = useState('');
  const navigate = useNavigate();
  const { clientId } = useOpenFile();
  const startNew = useDraft((draft) => draft.startNew);
  const { usual, begun, named, whose, savedAs } = useOthers(sought);
  const go = (to: string): void => {
    onDone();
    void navigate(to);
  };
  return (
    <div className={cx('searches-menu')}>
      <Input
        autoFocus
        size="small"
        placeholder="A name, a client, words of it"
        aria-label="Find a search"
        value={sought}
        onChange={({ target }) => setSought(target.value)}
      />
      {usual.length > 0 && <h5>Start from</h5>}
      {usual.map((set) => (
        <StartRow
          key={set.id}
          set={set}
          onStart={() => {
            startNew(clientId, set.document);
            go('/search');
          }}
        />
      ))}
      {begun.length > 0 && <h5>Left unfinished</h5>}
      {begun.map((draft) => (
        <DraftRow
          key={draft.id}
          draft={draft}
          of={savedAs(draft)}
          whose={draft.clientId ? whose(draft.clientId) : null}
          onOpen={() => go(draft.searchId ? `/search/${draft.searchId}?draft=${draft.id}` : `/search?draft=${draft.id}`)}
        />
      ))}
      {named.length > 0 && <h5>By name</h5>}
      {named.map(({ id, name, clientId: of }) => (
        <button key={id} type="button" className={cx('plain searches-row')} onClick={() => go(`/search/${id}`)}>
          <b>{name}</b> <span className="soft">{whose(of)}</span>
        </button>
      ))}
      {sought.trim() === '' && <ReadFromFile onDone={() => go('/search')} />}
      {usual.length + begun.length + named.length === 0 && (
        <p className="soft">
          {sought.trim() ? 'No search has that in it.' : 'Searches that you save or leave unfinished stand here.'}
        </p>
      )}
    </div>
  );
}

/** The searches that bear some words, whichever sort they are of. */
function useOthers(sought: string) {
  const sets = useStartingSets().data ?? [];
  const drafts = useDrafts().data ?? [];
  const searches = useSavedSearches().data ?? [];
  const clients = useClients().data ?? [];
  const whose = (id: string | null): string => clients.find((client) => client.id === id)?.name ?? 'your own';
  const has = (...texts: string[]): boolean => texts.some((text) => text.toLowerCase().includes(sought.trim().toLowerCase()));
  const named = searches.filter(({ name, clientId: of }) => has(name, whose(of))).slice(0, MOST_NAMED);
  const begun = drafts.filter(({ name, document }) => has(name, sentenceOf(document)));
  const usual = sets.filter(({ name }) => has(name));
  const savedAs = ({ searchId }: Draft): SavedSearch | undefined => searches.find(({ id }) => id === searchId);
  return { usual, begun, named, whose, savedAs };
}

function StartRow({ set, onStart }: { readonly set: StartingSet; readonly onStart: () => void }) {
  const save = useSaveStartingSet().mutate;
  const remove = useRemoveStartingSet().mutate;
  return (
    <div className={cx('searches-row')}>
      <button type="button" className="plain" onClick={onStart}>
        <b>{set.name}</b>
        <span className={cx('soft searches-words')}>{sentenceOf(set.document)}</span>
      </button>
      <Button
        type="text"
        size="small"
        icon={<Star size={14} fill={set.isDefault ? 'currentColor' : 'none'} />}
        aria-pressed={set.isDefault}
        aria-label={`${set.name}: new searches begin with it`}
        title={set.isDefault ? 'New searches begin with this' : 'Begin new searches with this'}
        onClick={() => save({ ...set, isDefault: !set.isDefault })}
      />
      <Button
        type="text"
        size="small"
        icon={<X size={14} />}
        aria-label={`Forget the starting set ${set.name}`}
        onClick={() => remove(set.id)}
      />
    </div>
  );
}

function DraftRow({
  draft,
  of,
  whose,
  onOpen,
}: {
  readonly draft: Draft;
  readonly of: SavedSearch | undefined;
  readonly whose: string | null;
  readonly onOpen: () => void;
}) {
  const now = useNow();
  const remove = useRemoveDraft().mutate;
  const openId = useDraft(({ draftId }) => draftId);
  const about = [of ? `changes “${of.name}”` : draft.name, whose, ago(draft.updatedAt, now)].filter(Boolean).join(' · ');
  return (
    <div className={cx('searches-row')}>
      <button type="button" className="plain" onClick={onOpen}>
        <span className={cx('searches-words')}>{sentenceOf(draft.document)}</span>
        <span className="soft">
          {about}
          {draft.id === openId && ' · open now'}
        </span>
      </button>
      {draft.id !== openId && (
        <Button
          type="text"
          size="small"
          icon={<X size={14} />}
          aria-label={`Forget: ${sentenceOf(draft.document)}`}
          onClick={() => remove(draft.id)}
        />
      )}
    </div>
  );
}

/** O opens the list, Escape closes it wherever one is in it. */
function useMenuKeys(set: (open: boolean) => void): void {
  useKey('openSearch', () => set(true));
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') set(false);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [set]);
}

import type { Row } from '@perambula/contract';
import { readSpoken, sentenceOf } from '@perambula/core';
import type { Search, Spoken } from '@perambula/core';
import { Search as Glass } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { addressOf, byPlaceIn } from '../features/comps/index.js';
import { useClients } from '../features/clients/index.js';
import { STARTING_SEARCH, useChoices, useCount, useDraft, useGazetteer, useSavedSearches } from '../features/searches/index.js';
import { useAddresses, useHomes } from '../features/places/index.js';
import { useShortlists } from '../features/shortlists/index.js';
import { useNow } from '../shared/clock.api.js';
import { Combobox } from '../shared/Combobox.js';
import type { ComboboxGroup } from '../shared/Combobox.js';
import { useKey } from '../shared/keys.js';
import { price, zone } from '../shared/format.js';
import { messageOf } from '../shared/http.js';
import { useOpenFile } from '../shared/openFile.js';
import { Status } from '../shared/status.js';
import { useSettled } from '../shared/useSettled.js';
import { namedBy } from './finder.rules.js';
import type { Named } from './finder.rules.js';
import { classesOf } from '../shared/classes.js';
import ownCss from './Finder.module.css';

const cx = classesOf(ownCss);

/** Where so many listed homes bear what was typed, parcels that were not are not offered yet. */
const FEW_HOMES = 5;
const MOST_PARCELS = 3;

const KINDS: readonly Named['kind'][] = ['Files', 'Searches', 'Shortlists', 'Places', 'Offices and agents'];

/** The one field in the bar: goes straight to whatever has a name or an address, and takes a search in words. */
export function Finder() {
  const [text, setText] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const { clientId } = useOpenFile();
  const begin = useDraft(({ begin: start }) => start);
  const sought = text.trim();
  const named = useNamed(sought);
  const spoken = useSpoken(sought);
  useFinderKey(field);
  const { groups, hasAnswered } = useGroups(sought, named, spoken);
  const go = (value: string): void => {
    if (value.startsWith('/')) return void navigate(value);
    if (value === 'search' && spoken) begin(clientId, spoken.search, spoken.unread);
    else {
      const line = named[Number(value.slice('named'.length))]?.to;
      if (typeof line !== 'object') return;
      begin(clientId, { ...STARTING_SEARCH, lines: [...STARTING_SEARCH.lines, line] }, []);
    }
    void navigate('/search');
  };
  return (
    <div className={cx('finder')}>
      <Combobox
        label="Find anything"
        placeholder="An address, a client, or houses under 450k in Sedge Ferry"
        icon={<Glass size={15} aria-hidden="true" />}
        hint={<kbd>Ctrl K</kbd>}
        ref={field}
        groups={groups}
        none={sought.length >= 2 && hasAnswered ? `Nothing has “${sought}” in its name or address.` : null}
        onText={setText}
        onChoose={go}
      />
    </div>
  );
}

/** What the text may mean, under its headings; whether the homes of this text have come. */
function useGroups(
  sought: string,
  named: readonly Named[],
  spoken: Spoken | null,
): { readonly groups: readonly ComboboxGroup[]; readonly hasAnswered: boolean } {
  const homes = useHomes(sought);
  const parcels = useAddresses(sought);
  const settled = useSettled(spoken?.search ?? STARTING_SEARCH, 120);
  const count = useCount(settled, spoken !== null);
  // that of what was typed before is not shown for what is typed now
  const counted = count.isPlaceholderData ? undefined : count.data?.fit;
  const byPlace = spoken && spoken.unread.length === 0 ? byPlaceIn(spoken.search) : null;
  const search = spoken
    ? [
        {
          value: 'search',
          label: <SpokenSearch spoken={spoken} fit={counted} failed={count.isError ? messageOf(count.error) : null} />,
        },
        ...(byPlace
          ? [{ value: addressOf(byPlace), label: 'The same in figures: how many, lowest, highest, median, days' }]
          : []),
      ]
    : [];
  // until the answer comes, those of the last one that bear these words, too: Enter never leads to another home
  const rows = (sought.length < 2 ? [] : (homes.data?.rows ?? [])).filter(
    (row) => !homes.isPlaceholderData || String(row['UnparsedAddress']).toLowerCase().includes(sought.toLowerCase()),
  );
  const others: ComboboxGroup[] = [
    ...KINDS.map((kind) => ({
      label: kind,
      options: named
        .filter((each) => each.kind === kind)
        .map((each) => ({ value: valueOf(each, named), label: <NamedOption named={each} /> })),
    })),
    {
      label: 'Homes',
      options: rows.map((row) => ({ value: `/listings/${row.ListingKey}`, label: <HomeOption row={row} /> })),
    },
    {
      label: 'Never listed, or no more',
      options: (rows.length >= FEW_HOMES || parcels.isPlaceholderData ? [] : (parcels.data ?? []))
        .filter(({ parcelNumber }) => rows.every((row) => row['ParcelNumber'] !== parcelNumber))
        .slice(0, MOST_PARCELS)
        .map(({ address, parcelNumber }) => ({
          value: `/parcels/${encodeURIComponent(parcelNumber)}`,
          label: (
            <span className={cx('finder-named')}>
              <span>{address}</span>
              <span className="soft">public record</span>
            </span>
          ),
        })),
    },
  ].filter(({ options }) => options.length > 0);
  // a search that is understood to its last word comes first, any other after what bears the name
  const inWords = search.length > 0 ? [{ label: 'Search', options: search }] : [];
  const groups = spoken && spoken.unread.length === 0 ? [...inWords, ...others] : [...others, ...inWords];
  return { groups, hasAnswered: homes.isSuccess };
}

function valueOf(each: Named, all: readonly Named[]): string {
  return typeof each.to === 'string' ? each.to : `named${all.indexOf(each)}`;
}

function useFinderKey(field: React.RefObject<HTMLInputElement | null>): void {
  useKey('find', () => {
    field.current?.focus();
    field.current?.select();
  });
}

function useNamed(sought: string): Named[] {
  const clients = useClients().data;
  const searches = useSavedSearches().data;
  const shortlists = useShortlists().data;
  const choices = useChoices().data;
  return useMemo(
    () => (sought === '' ? [] : namedBy(sought, clients ?? [], searches ?? [], shortlists ?? [], choices ?? {})),
    [sought, clients, searches, shortlists, choices],
  );
}

/** What was typed as a search, where any of it can be read as one. */
function useSpoken(sought: string): Spoken | null {
  const gazetteer = useGazetteer();
  const now = useNow();
  return useMemo(() => {
    if (sought.length < 2) return null;
    const spoken = readSpoken(sought, STARTING_SEARCH, gazetteer, { now: Date.parse(now), zone: zone() });
    return spoken.understood === 0 ? null : spoken;
  }, [sought, gazetteer, now]);
}

interface SpokenSearchProps {
  readonly spoken: Spoken;
  readonly fit: number | undefined;
  /** Why it could not be counted, where it could not. */
  readonly failed: string | null;
}

function SpokenSearch({ spoken: { search, unread }, fit, failed }: SpokenSearchProps) {
  const counted = fit === undefined ? 'counting …' : `${fit.toLocaleString('en-US')} ${fit === 1 ? 'home fits' : 'homes fit'}`;
  return (
    <span className={cx('finder-search')}>
      <span className={cx('finder-said')}>{sentenceOf(withoutStart(search))}</span>
      <span className="soft">
        {failed ?? counted}
        {unread.length > 0 && ` · not understood: ${unread.map((words) => `“${words}”`).join(', ')}`}
      </span>
    </span>
  );
}

/** The search as it was said, without what every search starts with. */
function withoutStart(search: Search): Search {
  return { ...search, lines: search.lines.filter((line) => !STARTING_SEARCH.lines.some(({ id }) => id === line.id)) };
}

function HomeOption({ row }: { readonly row: Row }) {
  return (
    <span className={cx('finder-home')}>
      <span>{String(row['UnparsedAddress'])}</span>
      <span className="soft">{price(row)}</span>
      <Status status={String(row['StandardStatus'])} />
    </span>
  );
}

function NamedOption({ named: { label, note } }: { readonly named: Named }) {
  return (
    <span className={cx('finder-named')}>
      <span>{label}</span>
      {note && <span className="soft">{note}</span>}
    </span>
  );
}

import type { SavedSearch } from '@perambula/contract';
import { differencesOf, sentenceOf } from '@perambula/core';
import type { ComparedPartName, Search } from '@perambula/core';
import { Select } from 'antd';
import { Link } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { dayAndTime } from '../../shared/format.js';
import { useParameters } from '../../shared/useParameters.js';
import { Empty, Waiting } from '../../shared/Waiting.js';
import { useClients } from '../clients/index.js';
import { Differences } from './draft/Differences.js';
import { useDraft } from './draft/draft.js';
import { useComparison, useStates } from './draft/keptSearches.api.js';
import { ResultCard } from './results/ResultCard.js';
import { useResultsState } from './results/results.js';
import { useSavedSearches } from './draft/searches.api.js';
import { classesOf } from '../../shared/classes.js';
import pagesCss from './pages.module.css';
import ownCss from './ComparePage.module.css';

const cx = classesOf(pagesCss, ownCss);

/** The search being worked on, where it is one of the two. */
const OPEN = 'open';
const PARTS: readonly (readonly [part: ComparedPartName, says: string])[] = [
  ['onlyA', 'only in the first'],
  ['both', 'in both'],
  ['onlyB', 'only in the second'],
];

interface Compared {
  readonly name: string;
  readonly document: Search;
}

/** Two searches side by side: in which lines they differ, and which homes only the one, only the other, and both find. */
export function ComparePage() {
  const [params, change] = useParameters();
  const part = PARTS.find(([name]) => name === params.get('part'))?.[0] ?? 'onlyB';
  const [a, b] = [useNamed(params.get('a')), useNamed(params.get('b'))];
  const answer = useComparison(a?.document, b?.document, part);
  return (
    <div className={cx('compare')}>
      <header className={cx('compare-head')}>
        <h1>Two searches compared</h1>
        <Link
          to={params.get('a') === OPEN || !params.get('a') ? '/search' : `/search/${params.get('a')?.split('.')[0]}`}
          className="link"
        >
          Back to the search
        </Link>
      </header>
      <div className={cx('compare-two')}>
        <Side label="The first search" value={params.get('a')} of={a} onChoose={(id) => change({ a: id })} />
        <Side label="The second search" value={params.get('b')} of={b} onChoose={(id) => change({ b: id })} />
      </div>
      {a && b && (
        <section className={cx('compare-lines')} aria-label="In what they differ">
          <Differences differences={differencesOf(a.document, b.document)} />
        </section>
      )}
      {a && b && (
        <div className={cx('counts')} role="group" aria-label="Homes">
          {PARTS.map(([name, says]) => (
            <button
              key={name}
              type="button"
              className={cx(`count ${part === name ? 'is-on' : ''}`)}
              aria-pressed={part === name}
              onClick={() => change({ part: name })}
            >
              <b>{answer.data?.[name].toLocaleString('en-US') ?? '–'}</b> {says}
            </button>
          ))}
        </div>
      )}
      {!b && <Empty title="Compared with what?">Choose a second search above.</Empty>}
      {answer.isLoading && <Waiting what="Comparing …" />}
      <Homes answer={answer} part={part} />
    </div>
  );
}

const NO_WISHES: ReadonlyMap<string, string> = new Map();

interface HomesProps {
  readonly answer: ReturnType<typeof useComparison>;
  readonly part: ComparedPartName;
}

function Homes({ answer, part }: HomesProps) {
  const now = useNow();
  const { chosen, toggle } = useResultsState();
  const rows = answer.data?.rows ?? [];
  return (
    <>
      <div className={cx('compare-homes')}>
        {rows.map((row) => (
          <ResultCard
            key={row.ListingKey}
            row={row}
            now={now}
            hovered={false}
            chosen={chosen.has(row.ListingKey)}
            wishes={NO_WISHES}
            minutes={[]}
            onHover={() => undefined}
            onChoose={toggle}
          />
        ))}
        {answer.isSuccess && rows.length === 0 && (
          <p className="soft">No home is {PARTS.find(([name]) => name === part)?.[1]}.</p>
        )}
      </div>
      {answer.data && answer.data[part] > rows.length && (
        <p className={cx('soft compare-more')}>
          The first {rows.length} of {answer.data[part].toLocaleString('en-US')}.
        </p>
      )}
    </>
  );
}

function Side({
  label,
  value,
  of,
  onChoose,
}: {
  readonly label: string;
  readonly value: string | null;
  readonly of: Compared | null;
  readonly onChoose: (id: string) => void;
}) {
  const searches = useSavedSearches().data ?? [];
  const clients = useClients().data ?? [];
  const whose = ({ clientId }: SavedSearch): string => clients.find(({ id }) => id === clientId)?.name ?? 'your own';
  const options = [
    { value: OPEN, label: 'The search being worked on' },
    ...searches.map((search) => ({ value: search.id, label: `${search.name} · ${whose(search)}` })),
  ];
  const known = options.some((option) => option.value === value);
  return (
    <section aria-label={label}>
      <Select
        className={cx('compare-choice')}
        aria-label={label}
        showSearch={{ optionFilterProp: 'label' }}
        placeholder="Choose a search"
        value={value}
        options={known || !value || !of ? options : [{ value, label: of.name }, ...options]}
        onChange={onChoose}
      />
      {of && <p className={cx('sentence')}>{sentenceOf(of.document)}</p>}
    </section>
  );
}

/** A search by what the page's address calls it: the open one, a saved one, or a saved one's version. */
function useNamed(called: string | null): Compared | null {
  const draft = useDraft();
  const searches = useSavedSearches().data;
  const [id = '', version] = (called ?? '').split('.');
  const states = useStates(id || null, version !== undefined).data;
  if (called === null) return null;
  if (called === OPEN) return { name: draft.name || 'The search being worked on', document: draft.document };
  const saved = searches?.find((search) => search.id === id);
  if (version === undefined) return saved ? { name: saved.name, document: saved.document } : null;
  const state = states?.find((each) => String(each.version) === version);
  return state ? { name: `${state.name}, ${dayAndTime(state.savedAt)}`, document: state.document } : null;
}

import type { ClientFile, ClientNeed, SavedSearch } from '@perambula/contract';
import { differencesOf, fieldOf, isEither, needsBehind, searchOfNeeds } from '@perambula/core';
import type { Line, ReadNeed } from '@perambula/core';
import { Button } from 'antd';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { classesOf } from '../../shared/classes.js';
import { isoDate, thousands, zone } from '../../shared/format.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useCount, useDraft, useGazetteer, useStartingSearch, useTryInSearch } from '../searches/index.js';
import { sayAsked, sayKept, whoSaid } from './needs.rules.js';
import ownCss from './WhatItMakes.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly file: ClientFile;
  readonly needs: readonly ClientNeed[];
}

interface ReadProps extends Pick<Props, 'file'> {
  readonly read: readonly ReadNeed<ClientNeed>[];
}

/** The search that the answers make so far, with how many homes fit it, and the notes beside it. */
export function WhatItMakes({ file, needs }: Props) {
  const starting = useStartingSearch();
  const gazetteer = useGazetteer();
  const now = useNow();
  const time = useMemo(() => ({ now: Date.parse(now), zone: zone() }), [now]);
  const { search, read, clashes } = useMemo(
    () => searchOfNeeds(needs, starting, gazetteer, time),
    [needs, starting, gazetteer, time],
  );
  const asks = read.some(({ lines, bounds }) => lines.length + bounds.length > 0);
  const count = useCount(search, asks);
  const navigate = useNavigate();
  const { open } = useOpenFile();
  const begin = (): void => {
    open(file.id);
    useDraft.getState().begin(file.id, search, []);
    void navigate('/search');
  };
  const tryIn = useTryInSearch();
  const saved = file.savedSearches.map((each) => ({
    each,
    document: searchOfNeeds(needs, each.document, gazetteer, time).search,
  }));
  const said = search.lines.filter((line) => needsBehind(line, read).length > 0);
  return (
    <aside className={cx('makes')} aria-label="What it makes">
      <h2>What that makes</h2>
      {!asks && <p className="soft">Each answer stands here as the line of a search, with how many homes are left.</p>}
      <ul className={cx('lines')}>
        {said.map((line) => (
          <AskedLine key={line.id} line={line} read={read} file={file} />
        ))}
        {search.bounds.map((bound) => (
          <li key={bound.id}>
            <span>{sayKept(bound)}</span>
          </li>
        ))}
      </ul>
      {clashes.map(({ field, between }, i) => (
        <p key={i} className={cx('clash')}>
          {fieldOf(field)?.label}: no home is both “{sayNeed(between[0])}” and “{sayNeed(between[1])}”. Ask them which holds.
        </p>
      ))}
      {asks && (
        <>
          <p className={cx('count')} aria-live="polite">
            {count.isError ? (
              'They could not be counted just now.'
            ) : (
              <>
                <b>{count.data ? thousands(count.data.fit) : '–'}</b> fit · {count.data ? thousands(count.data.unknown) : '–'}{' '}
                unknown · {count.data ? thousands(count.data.missByOne) : '–'} miss by one
              </>
            )}
          </p>
          <div className={cx('actions')}>
            <Button type={file.savedSearches.length === 0 ? 'primary' : 'default'} onClick={begin}>
              Begin a search with these
            </Button>
            {saved.map(({ each, document }) => (
              <IntoSearch
                key={each.id}
                saved={each}
                differs={differencesOf(each.document, document).length}
                onPut={() => (open(file.id), tryIn(each, document))}
              />
            ))}
          </div>
          <p className="soft">Nothing is saved or sent until you do so there.</p>
        </>
      )}
      <Notes read={read} file={file} />
    </aside>
  );
}

const sayNeed = ({ words, line }: { readonly words: string; readonly line: Line | null }): string =>
  words || (line ? sayAsked(line) : '');

function AskedLine({ line, read, file }: ReadProps & { readonly line: Line }) {
  const who = [...new Set(needsBehind(line, read).map(({ need }) => whoSaid(need.personId, file.people)))];
  return (
    <li>
      <span>
        {!isEither(line) && line.weight === 'nice' && <span className="soft">nice to have · </span>}
        {sayAsked(line)}
      </span>
      <span className={cx('who')}>{who.join(', ')}</span>
    </li>
  );
}

interface IntoProps {
  readonly saved: SavedSearch;
  /** In how many things the search is other than they said. */
  readonly differs: number;
  readonly onPut: () => void;
}

function IntoSearch({ saved, differs, onPut }: IntoProps) {
  if (differs === 0)
    return (
      <p className={cx('agrees')}>
        <i>{saved.name}</i> asks all of it.
      </p>
    );
  return (
    <Button type="primary" onClick={onPut}>
      Put into “{saved.name}” · {differs} {differs === 1 ? 'change' : 'changes'}
    </Button>
  );
}

/** What no listing tells, and all that was said of when and how. */
function Notes({ read, file }: ReadProps) {
  const notes = read.flatMap(({ need, noted }) => {
    const { personId, day } = need;
    const texts = [...(day ? [`In by ${isoDate(day)}`] : []), ...noted];
    return texts.map((text) => ({ key: `${need.id} ${text}`, text, who: whoSaid(personId, file.people) }));
  });
  if (notes.length === 0) return null;
  return (
    <>
      <h2>Notes</h2>
      <ul className={cx('lines')}>
        {notes.map(({ key, text, who }) => (
          <li key={key}>
            <span>{text}</span>
            <span className={cx('who')}>{who}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

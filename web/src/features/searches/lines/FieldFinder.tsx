import { findEntries, phraseOfIs } from '@perambula/core';
import type { CatalogueEntry, PropertyType } from '@perambula/core';
import { Input } from 'antd';
import type { InputRef } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { inGroups, shareSaid } from './catalogue.rules.js';
import { useGazetteer } from '../draft/gazetteer.api.js';
import { useFilled } from '../draft/searches.api.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './FieldFinder.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly kinds: readonly PropertyType[];
  readonly onChoose: (entry: CatalogueEntry) => void;
  readonly onClose: () => void;
  /** Where to type, for whoever opens it. */
  readonly input: React.RefObject<InputRef | null>;
}

/** Every field that can be asked about, found by name, by another word for it, or by what it means; and lines whole, by a value. */
export function FieldFinder({ kinds, onChoose, onClose, input }: Props) {
  const [sought, setSought] = useState('');
  const [place, setPlace] = useState(0);
  // at once, so that no letter typed is lost; it has no place on the page yet to which that could scroll
  useEffect(() => input.current?.focus({ preventScroll: true }), [input]);
  const { choices } = useGazetteer();
  const searching = sought.trim() !== '';
  const found = useMemo(() => {
    const entries = findEntries(sought, kinds, choices);
    return searching ? entries : inGroups(entries, ({ field }) => field);
  }, [sought, kinds, choices, searching]);
  const at = found[Math.min(place, found.length - 1)];
  const choose = (entry: CatalogueEntry | undefined): void => {
    if (!entry) return;
    // it may be opened again before it has gone
    setSought('');
    setPlace(0);
    onChoose(entry);
  };
  const move = (event: React.KeyboardEvent, by: number): void => {
    event.preventDefault();
    setPlace((before) => Math.max(0, Math.min(found.length - 1, before + by)));
  };
  return (
    <div className={cx('catalogue')}>
      <Input
        ref={input}
        placeholder="Beds, corner lot, granny flat …"
        aria-label="Find a field"
        aria-controls="catalogue-fields"
        aria-activedescendant={at ? `entry-${found.indexOf(at)}` : undefined}
        value={sought}
        onChange={({ target }) => {
          setSought(target.value);
          setPlace(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') choose(at);
          if (event.key === 'ArrowDown') move(event, 1);
          if (event.key === 'ArrowUp') move(event, -1);
          if (event.key === 'Escape') onClose();
        }}
      />
      <Entries {...{ found, at, searching, kinds }} onPoint={setPlace} onChoose={choose} />
      {at && (
        <p className={cx('catalogue-help')} aria-live="polite">
          {at.field.help}
        </p>
      )}
    </div>
  );
}

interface EntriesProps extends Pick<Props, 'kinds' | 'onChoose'> {
  readonly found: readonly CatalogueEntry[];
  readonly at: CatalogueEntry | undefined;
  /** Whether something is sought; else all stand there by their groups. */
  readonly searching: boolean;
  readonly onPoint: (place: number) => void;
}

/** What was found, each with how many listings fill it in. */
function Entries({ found, at, searching, kinds, onPoint, onChoose }: EntriesProps) {
  const list = useRef<HTMLUListElement>(null);
  const filled = useFilled(kinds, true).data;
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <ul role="listbox" aria-label="Fields" id="catalogue-fields" ref={list} tabIndex={-1}>
      {found.map((entry, i) => (
        <li key={`${entry.field.name} ${JSON.stringify(entry.is)}`} role="none">
          {!searching && entry.field.group !== found[i - 1]?.field.group && (
            <p className={cx('catalogue-group')}>{entry.field.group}</p>
          )}
          <button
            type="button"
            role="option"
            id={`entry-${i}`}
            aria-selected={entry === at}
            className="plain"
            tabIndex={-1}
            onMouseEnter={() => onPoint(i)}
            onClick={() => onChoose(entry)}
          >
            <span>
              {entry.field.label}
              {entry.is && <>: {phraseOfIs(entry.is, entry.field)}</>}
            </span>
            <span className="soft">{entry.is ? 'adds this line' : shareSaid(entry.field, filled)}</span>
          </button>
        </li>
      ))}
      {found.length === 0 && <li className="soft">No field and no value answers that. Try another word for it.</li>}
    </ul>
  );
}

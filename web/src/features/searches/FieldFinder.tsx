import { FIELD_GROUPS, findFields } from '@perambula/core';
import type { Field, PropertyType } from '@perambula/core';
import { Input } from 'antd';
import type { InputRef } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { inGroups, shareSaid } from './catalogue.rules.js';
import { useFilled } from './searches.api.js';

interface Props {
  readonly kinds: readonly PropertyType[];
  /** Given what the field was found by, too. */
  readonly onChoose: (field: Field, sought: string) => void;
  readonly onClose: () => void;
  /** Where to type, for whoever opens it. */
  readonly input: React.RefObject<InputRef | null>;
}

/** Every field that can be asked about, found by name, by another word for it, or by what it means. */
export function FieldFinder({ kinds, onChoose, onClose, input }: Props) {
  const [sought, setSought] = useState('');
  const [place, setPlace] = useState(0);
  // at once, so that no letter typed is lost; it has no place on the page yet to which that could scroll
  useEffect(() => input.current?.focus({ preventScroll: true }), [input]);
  const list = useRef<HTMLUListElement>(null);
  const filled = useFilled(kinds, true).data;
  const searching = sought.trim() !== '';
  const found = useMemo(() => {
    const fields = findFields(sought, kinds);
    return searching ? fields : inGroups(fields, FIELD_GROUPS);
  }, [sought, kinds, searching]);
  const at = found[Math.min(place, found.length - 1)];
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  const choose = (field: Field | undefined): void => {
    if (!field) return;
    // it may be opened again before it has gone
    setSought('');
    setPlace(0);
    onChoose(field, sought);
  };
  const move = (event: React.KeyboardEvent, by: number): void => {
    event.preventDefault();
    setPlace((before) => Math.max(0, Math.min(found.length - 1, before + by)));
  };
  return (
    <div className="catalogue">
      <Input
        ref={input}
        placeholder="Bedrooms, sold, granny flat …"
        aria-label="Find a field"
        aria-controls="catalogue-fields"
        aria-activedescendant={at ? `field-${at.name}` : undefined}
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
      <ul role="listbox" aria-label="Fields" id="catalogue-fields" ref={list} tabIndex={-1}>
        {found.map((field, i) => (
          <li key={field.name} role="none">
            {!searching && field.group !== found[i - 1]?.group && <p className="catalogue-group">{field.group}</p>}
            <button
              type="button"
              role="option"
              id={`field-${field.name}`}
              aria-selected={field === at}
              className="plain"
              tabIndex={-1}
              onMouseEnter={() => setPlace(i)}
              onClick={() => choose(field)}
            >
              <span>{field.label}</span>
              <span className="soft">{shareSaid(field, filled)}</span>
            </button>
          </li>
        ))}
        {found.length === 0 && <li className="soft">No field answers that. Try another word for it.</li>}
      </ul>
      {at && (
        <p className="catalogue-help" aria-live="polite">
          {at.help}
        </p>
      )}
    </div>
  );
}

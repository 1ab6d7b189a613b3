import { FIELD_GROUPS, FIELDS, findFields } from '@perambula/core';
import type { Field, PropertyType } from '@perambula/core';
import { Input, Popover } from 'antd';
import type { InputRef } from 'antd';
import { Plus } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { isTyping } from '../../shared/isTyping.js';
import { inGroups, shareSaid } from './catalogue.rules.js';
import { useFilled } from './searches.api.js';

interface Props {
  readonly kinds: readonly PropertyType[];
  readonly onChoose: (field: Field) => void;
}

/** Every field that can be asked about, found by name, by another word for it, or by what it means. */
export const FieldCatalogue = memo(function FieldCatalogue({ kinds, onChoose }: Props) {
  const [open, setOpen] = useState(false);
  const [sought, setSought] = useState('');
  const [place, setPlace] = useState(0);
  const input = useRef<InputRef>(null);
  const list = useRef<HTMLUListElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const filled = useFilled(kinds, open).data;
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== 'l' || event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
      event.preventDefault();
      // what hangs from a button out of sight would be out of sight, too
      button.current?.scrollIntoView({ block: 'nearest' });
      setOpen(true);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
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
    setOpen(false);
    setSought('');
    setPlace(0);
    onChoose(field);
  };
  const move = (event: React.KeyboardEvent, by: number): void => {
    event.preventDefault();
    setPlace((before) => Math.max(0, Math.min(found.length - 1, before + by)));
  };
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      afterOpenChange={(shown) => shown && input.current?.focus()}
      placement="topLeft"
      arrow={false}
      destroyOnHidden
      content={
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
              if (event.key === 'Escape') setOpen(false);
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
      }
    >
      <button ref={button} type="button" className="add-line">
        <Plus size={14} aria-hidden="true" /> Add a line <kbd>L</kbd> <span className="soft">any of {FIELDS.length} fields</span>
      </button>
    </Popover>
  );
});

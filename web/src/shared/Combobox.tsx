import { startTransition, useEffect, useId, useImperativeHandle, useLayoutEffect, useRef, useState } from 'react';
import type { KeyboardEvent, ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { classesOf } from './classes.js';
import ownCss from './Combobox.module.css';

const cx = classesOf(ownCss);

export interface ComboboxOption {
  readonly value: string;
  readonly label: ReactNode;
}

export interface ComboboxGroup {
  readonly label: string;
  readonly options: readonly ComboboxOption[];
}

interface ComboboxProps {
  readonly label: string;
  readonly placeholder: string;
  readonly icon: ReactNode;
  /** What stands at the field's end, such as its key. */
  readonly hint: ReactNode;
  /** The field, for whoever gives it the focus. */
  readonly ref: React.Ref<HTMLInputElement>;
  readonly groups: readonly ComboboxGroup[];
  /** What stands in the list when nothing is found; null where there is nothing to say. */
  readonly none: string | null;
  /** Told at most once a picture, however fast the keys come. */
  readonly onText: (text: string) => void;
  readonly onChoose: (value: string) => void;
}

/**
 * A field with a list of what it may mean (WAI-ARIA's combobox). The field keeps its text itself: keys that come faster
 * than pictures are told together. With a picture for each key, a browser that is busy draws none of what waits in between,
 * and React takes fifty such in a row for a loop without an end.
 */
export function Combobox({ label, placeholder, icon, hint, ref, groups, none, onText, onChoose }: ComboboxProps) {
  const id = useId();
  const { field, list, options, active, isShown, setAt, setIsOpen, leave, choose, press } = useList(
    groups,
    none,
    onText,
    onChoose,
  );
  useImperativeHandle(ref, () => field.current as HTMLInputElement);
  return (
    <div className={cx('combobox')}>
      <label className={cx('combobox-field')}>
        {icon}
        <input
          ref={field}
          type="text"
          role="combobox"
          aria-label={label}
          aria-expanded={isShown}
          aria-controls={`${id}-list`}
          aria-autocomplete="list"
          aria-activedescendant={isShown && active ? `${id}-${options.indexOf(active)}` : undefined}
          autoComplete="off"
          spellCheck={false}
          placeholder={placeholder}
          onKeyDown={press}
          onFocus={() => startTransition(() => setIsOpen((field.current?.value ?? '').trim() !== ''))}
          onBlur={leave}
        />
        {hint}
      </label>
      {isShown && (
        <Choices
          id={id}
          label={label}
          ref={list}
          groups={groups}
          none={none}
          active={active}
          onPoint={(option) => startTransition(() => setAt(options.indexOf(option)))}
          onChoose={choose}
        />
      )}
    </div>
  );
}

/** Which of the list is pointed at, whether it is open, and what keys do with it. */
function useList(
  groups: ComboboxProps['groups'],
  none: ComboboxProps['none'],
  onText: ComboboxProps['onText'],
  onChoose: ComboboxProps['onChoose'],
) {
  const field = useRef<HTMLInputElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  const [at, setAt] = useState(0);
  const [text, setText] = useState('');
  const list = useRef<HTMLDivElement>(null);
  const options = groups.flatMap((group) => group.options);
  const active = options[Math.min(at, options.length - 1)];
  const isShown = isOpen && (options.length > 0 || none !== null);
  /** As last drawn, and for which text, for keys that come before the next picture. */
  const drawn = useRef({ at: 0, options, text, onChoose });
  // with the picture itself: what is seen is what Enter takes
  useLayoutEffect(() => {
    drawn.current = { at: Math.max(0, Math.min(at, options.length - 1)), options, text, onChoose };
  });

  const tell = useTextOf(field, (typed) => {
    setText(typed);
    setAt(0);
    setIsOpen(typed.trim() !== '');
    onText(typed);
  });
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [at, isShown]);

  const leave = (): void => startTransition(() => setIsOpen(false));
  const choose = (value: string): void => {
    if (field.current) field.current.value = '';
    tell();
    field.current?.blur();
    // as drawn last: what the list means may have been drawn after the key came
    drawn.current.onChoose(value);
  };
  const move = (by: number): void => {
    const { at: now, options: all } = drawn.current;
    if (all.length === 0) return;
    const next = (now + by + all.length) % all.length;
    drawn.current.at = next;
    startTransition(() => {
      setAt(next);
      setIsOpen(true);
    });
  };
  const take = (): void => {
    // what was typed last may not have been drawn yet, though it was told
    if (drawn.current.text !== field.current?.value) flushSync(tell);
    const chosen = drawn.current.options[drawn.current.at];
    if (chosen && field.current?.value.trim() !== '') choose(chosen.value);
  };
  const press = (event: KeyboardEvent): void => pressed(event, move, leave, take);
  return { field, list, options, active, isShown, setAt, setIsOpen, leave, choose, press };
}

/** Arrows move in the list, Enter takes from it, Escape leaves it. */
function pressed(event: KeyboardEvent, move: (by: 1 | -1) => void, leave: () => void, take: () => void): void {
  if (event.nativeEvent.isComposing) return;
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault();
    move(event.key === 'ArrowDown' ? 1 : -1);
  } else if (event.key === 'Escape') {
    event.stopPropagation();
    leave();
  } else if (event.key === 'Enter') {
    event.preventDefault();
    take();
  }
}

interface ChoicesProps extends Pick<ComboboxProps, 'label' | 'groups' | 'none' | 'onChoose'> {
  readonly id: string;
  readonly ref: React.Ref<HTMLDivElement>;
  readonly active: ComboboxOption | undefined;
  readonly onPoint: (option: ComboboxOption) => void;
}

/** The list under the field. */
function Choices({ id, label, ref, groups, none, active, onPoint, onChoose }: ChoicesProps) {
  const options = groups.flatMap((group) => group.options);
  return (
    <div
      className={cx('combobox-list')}
      role="listbox"
      id={`${id}-list`}
      aria-label={label}
      ref={ref}
      // the field keeps the focus
      onMouseDown={(event) => event.preventDefault()}
    >
      {options.length === 0 && <p className={cx('combobox-none')}>{none}</p>}
      {groups.map((group) => (
        <div role="group" aria-label={group.label} key={group.label}>
          <div className={cx('combobox-group')} aria-hidden="true">
            {group.label}
          </div>
          {group.options.map((option) => (
            <div
              role="option"
              id={`${id}-${options.indexOf(option)}`}
              key={option.value}
              aria-selected={option === active}
              className={cx('combobox-option')}
              onMouseMove={() => option !== active && onPoint(option)}
              onClick={() => onChoose(option.value)}
            >
              {option.label}
            </div>
          ))}
        </div>
      ))}
    </div>
  );
}

/** Tells a field's text with the next picture after it changed; gives what tells it at once. */
function useTextOf(field: React.RefObject<HTMLInputElement | null>, onText: (text: string) => void): () => void {
  const tell = (): void => onText(field.current?.value ?? '');
  const latest = useRef(tell);
  useLayoutEffect(() => {
    latest.current = tell;
  });
  useEffect(() => {
    const input = field.current;
    if (!input) return undefined;
    let frame = 0;
    const later = (): void => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => latest.current());
    };
    input.addEventListener('input', later);
    return () => {
      cancelAnimationFrame(frame);
      input.removeEventListener('input', later);
    };
  }, [field]);
  return tell;
}

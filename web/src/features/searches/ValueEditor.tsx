import type { Choices } from '@perambula/contract';
import { parseValue, phraseOfIs, STATUSES } from '@perambula/core';
import type { Field, Is, PropertyType } from '@perambula/core';
import { Button, Checkbox, Input, Segmented, Select } from 'antd';
import { Fragment, useState } from 'react';
import { asTyped, choiceIs, choiceMode, chosenValues, textIs, textOf } from './lineEditing.rules.js';
import type { ChoiceMode } from './lineEditing.rules.js';
import { periodOf, STATUS_SETS, statusEntries, statusIs } from './statusEditing.rules.js';
import type { StatusEntry } from './statusEditing.rules.js';
import { wordsIs, wordsTyped } from './wordsEditing.rules.js';
import type { WordsMode, WordsTyped } from './wordsEditing.rules.js';

interface Editing {
  readonly field: Field;
  readonly is: Is | undefined;
  readonly kinds: readonly PropertyType[];
  readonly choices: Choices;
  readonly onChange: (is: Is) => void;
  readonly onDone: () => void;
  /** What an amount rests on, edited beside it. */
  readonly children?: React.ReactNode;
}

/** A line's value, edited where it stands; every change that can be read is counted at once. */
export function ValueEditor(props: Editing) {
  if (props.field.name === 'Status') return <StatusEditor {...props} />;
  switch (props.field.type) {
    case 'choice':
    case 'choices':
      return <ChoiceEditor {...props} />;
    case 'yesNo':
      return <YesNoEditor {...props} />;
    case 'text':
      return props.field.group === 'Words' ? <WordsEditor {...props} /> : <TextEditor {...props} />;
    default:
      return <AmountEditor {...props} />;
  }
}

function AmountEditor({ field, is, kinds, onChange, onDone, children }: Editing) {
  const [typed, setTyped] = useState(is ? phraseOfIs(is, field) : '');
  const [literal, setLiteral] = useState(false);
  const parsed = typed.trim() === '' ? null : literal ? asTyped(typed, field) : parseValue(typed, field, kinds);
  const read = (text: string, asIs: boolean): void => {
    const understood = asIs ? asTyped(text, field) : parseValue(text, field, kinds);
    if ('is' in understood) onChange(understood.is);
  };
  const note = parsed && 'note' in parsed ? parsed.note : undefined;
  const takeBack = (): void => {
    setLiteral(true);
    read(typed, true);
  };
  return (
    <div className="editor">
      <Input
        size="small"
        autoFocus
        value={typed}
        aria-label={field.label}
        placeholder={
          field.type === 'money'
            ? 'up to 450k, 300k to 450k'
            : field.type === 'number'
              ? '3 or more, 3 to 5'
              : 'last 30 days, since Jan 1, 2026'
        }
        status={parsed && 'problem' in parsed ? 'error' : ''}
        onFocus={(event) => event.target.select()}
        onChange={({ target }) => {
          setTyped(target.value);
          setLiteral(false);
          read(target.value, false);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') onDone();
          if (event.key !== 'Escape') return;
          event.stopPropagation();
          if (note) takeBack();
          else onDone();
        }}
        onBlur={(event) => !event.relatedTarget && onDone()}
      />
      <p className={parsed && 'problem' in parsed ? 'understood is-problem' : 'understood'} aria-live="polite">
        {parsed === null ? 'Type a value.' : 'problem' in parsed ? parsed.problem : (note ?? phraseOfIs(parsed.is, field))}
        {note && (
          <Button type="link" size="small" onClick={takeBack}>
            no, as typed (Esc)
          </Button>
        )}
      </p>
      {children}
    </div>
  );
}

const MODES: Readonly<Record<ChoiceMode, string>> = { anyOf: 'any of', allOf: 'all of', noneOf: 'none of' };

function ChoiceEditor({ field, is, choices, onChange, onDone }: Editing) {
  const [mode, setMode] = useState<ChoiceMode>(choiceMode(is));
  const [values, setValues] = useState(chosenValues(is));
  const tell = (nextMode: ChoiceMode, nextValues: readonly string[]): void => {
    setMode(nextMode);
    setValues(nextValues);
    const next = choiceIs(nextMode, nextValues);
    if (next) onChange(next);
  };
  const tally = new Map((choices[field.name] ?? []).map(({ value, listings }) => [value, listings]));
  // those that listings hold, and of the others only what the catalogue names
  const known = [...new Set([...(field.choices ?? []), ...[...tally.keys()].sort()])];
  return (
    <div className="editor">
      <Segmented
        size="small"
        value={mode}
        onChange={(value) => tell(value, values)}
        options={(field.type === 'choices' ? (['anyOf', 'allOf', 'noneOf'] as const) : (['anyOf', 'noneOf'] as const)).map(
          (value) => ({ value, label: MODES[value] }),
        )}
      />
      <Select
        mode="multiple"
        size="small"
        autoFocus
        defaultOpen
        className="editor-select"
        aria-label={field.label}
        placeholder="Choose …"
        value={[...values]}
        options={known.map((value) => ({ value, label: value, listings: tally.get(value) ?? 0 }))}
        optionRender={({ data }) => (
          <span className="line-menu-choice">
            {data.label} <span className="soft figure">{data.listings.toLocaleString('en-US')}</span>
          </span>
        )}
        onChange={(next: string[]) => tell(mode, next)}
        onKeyDown={(event) => event.key === 'Escape' && onDone()}
      />
      <Button size="small" onClick={onDone}>
        Done
      </Button>
    </div>
  );
}

function YesNoEditor({ is, onChange }: Editing) {
  const value = is && 'yes' in is ? (is.yes ? 'yes' : 'no') : undefined;
  return (
    <div className="editor">
      <Segmented
        size="small"
        value={value ?? ''}
        options={['yes', 'no']}
        onChange={(next) => onChange({ yes: next === 'yes' })}
      />
    </div>
  );
}

/** Statuses, each with a time of its own where one is typed: "Active, or Closed in the last 6 months". */
function StatusEditor({ field, is, onChange, onDone }: Editing) {
  const [entries, setEntries] = useState<readonly StatusEntry[]>(statusEntries(is));
  const tell = (next: readonly StatusEntry[]): void => {
    setEntries(next);
    const read = statusIs(next);
    if (read) onChange(read);
  };
  return (
    <div className="editor">
      <p className="editor-quick">
        {STATUS_SETS.map(({ label, statuses }) => (
          <button
            key={label}
            type="button"
            className="link"
            onClick={() =>
              tell(statuses.map((status) => entries.find((each) => each.status === status) ?? { status, typed: '' }))
            }
          >
            {label}
          </button>
        ))}
      </p>
      <div className="editor-times" role="group" aria-label={field.label}>
        {STATUSES.map((status, i) => {
          const entry = entries.find((each) => each.status === status);
          const unread = entry !== undefined && entry.typed.trim() !== '' && periodOf(entry.typed) === null;
          return (
            <Fragment key={status}>
              <Checkbox
                autoFocus={i === 0}
                checked={entry !== undefined}
                onChange={({ target }) =>
                  tell(target.checked ? [...entries, { status, typed: '' }] : entries.filter((each) => each.status !== status))
                }
              >
                {status}
              </Checkbox>
              {entry && (
                <Input
                  size="small"
                  value={entry.typed}
                  placeholder="any time"
                  aria-label={`${status}: since when`}
                  status={unread ? 'error' : ''}
                  onChange={({ target }) =>
                    tell(entries.map((each) => (each === entry ? { status, typed: target.value } : each)))
                  }
                  onKeyDown={(event) => (event.key === 'Enter' || event.key === 'Escape') && onDone()}
                />
              )}
            </Fragment>
          );
        })}
      </div>
      <p className="understood" aria-live="polite">
        {entries.length === 0 ? 'Choose at least one.' : phraseOfIs(statusIs(entries) ?? { anyOf: [] }, field)}
      </p>
      <Button size="small" onClick={onDone}>
        Done
      </Button>
    </div>
  );
}

const WORD_MODES: Readonly<Record<WordsMode, string>> = {
  anyOf: 'any of',
  allOf: 'all of',
  noneOf: 'none of',
  phrase: 'just so',
};

/** Words in remarks: any, all or none of them, or one run of words just as it stands. */
function WordsEditor({ field, is, onChange, onDone }: Editing) {
  const [words, setWords] = useState(wordsTyped(is));
  const tell = (next: WordsTyped): void => {
    setWords(next);
    const read = wordsIs(next);
    if (read) onChange(read);
  };
  return (
    <div className="editor">
      <Segmented
        size="small"
        value={words.mode}
        onChange={(mode) => tell({ ...words, mode })}
        options={(Object.keys(WORD_MODES) as WordsMode[]).map((value) => ({ value, label: WORD_MODES[value] }))}
      />
      <Input
        size="small"
        autoFocus
        aria-label={field.label}
        value={words.typed}
        placeholder={words.mode === 'phrase' ? 'water view' : 'workshop, studio'}
        onChange={({ target }) => tell({ ...words, typed: target.value })}
        onKeyDown={(event) => (event.key === 'Enter' || event.key === 'Escape') && onDone()}
      />
      <Checkbox checked={words.stem} onChange={({ target }) => tell({ ...words, stem: target.checked })}>
        other forms too: garden, gardens, gardening
      </Checkbox>
      <Button size="small" onClick={onDone}>
        Done
      </Button>
    </div>
  );
}

function TextEditor({ field, is, onChange, onDone }: Editing) {
  const [typed, setTyped] = useState(textOf(is));
  return (
    <div className="editor">
      <Input
        size="small"
        autoFocus
        aria-label={field.label}
        value={typed}
        placeholder={field.name === 'StreetName' ? 'Lantern Ln' : 'any part of it'}
        onChange={({ target }) => {
          setTyped(target.value);
          const next = textIs(field, target.value);
          if (next) onChange(next);
        }}
        onKeyDown={(event) => (event.key === 'Enter' || event.key === 'Escape') && onDone()}
        onBlur={onDone}
      />
    </div>
  );
}

import type { Choices } from '@perambula/contract';
import { parseValue, phraseOfIs } from '@perambula/core';
import type { Field, Is, PropertyType } from '@perambula/core';
import { Button, Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import { asTyped, choiceIs, choiceMode, chosenValues, textIs, textOf } from './lineEditing.rules.js';
import type { ChoiceMode } from './lineEditing.rules.js';

interface Editing {
  readonly field: Field;
  readonly is: Is | undefined;
  readonly kinds: readonly PropertyType[];
  readonly choices: Choices;
  readonly onChange: (is: Is) => void;
  readonly onDone: () => void;
}

/** A line's value, edited where it stands; every change that can be read is counted at once. */
export function ValueEditor(props: Editing) {
  switch (props.field.type) {
    case 'choice':
    case 'choices':
      return <ChoiceEditor {...props} />;
    case 'yesNo':
      return <YesNoEditor {...props} />;
    case 'text':
      return <TextEditor {...props} />;
    default:
      return <AmountEditor {...props} />;
  }
}

function AmountEditor({ field, is, kinds, onChange, onDone }: Editing) {
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
  const listed = choices[field.name] ?? [];
  const known = field.choices ?? listed.map(({ value }) => value).sort();
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
        options={known.map((value) => ({ value, label: value }))}
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

function TextEditor({ field, is, onChange, onDone }: Editing) {
  const [typed, setTyped] = useState(textOf(is));
  return (
    <div className="editor">
      <Input
        size="small"
        autoFocus
        aria-label={field.label}
        value={typed}
        placeholder={
          field.group === 'Words' ? 'workshop, studio' : field.name === 'StreetName' ? 'Lantern Ln' : 'part of an address'
        }
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

import { fieldOf, parseValue, phraseOf, PRICE_MOVED, travelOf, USUAL_COST, withParsedValue } from '@perambula/core';
import type { Field, FieldLine, Is, NewLine, Parsed, PropertyType } from '@perambula/core';
import { Button, Input, Segmented } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNow } from '../../../shared/clock.api.js';
import { calendarDay } from '../../../shared/format.js';
import { ChoicePicks } from './ChoicePicks.js';
import { CostEditor } from './CostEditor.js';
import { withJourney } from './journey.rules.js';
import { JourneyEditor } from './JourneyEditor.js';
import { asTyped, chosenValues, withMove } from './lineEditing.rules.js';
import { MoveEditor } from './MoveEditor.js';
import { useChoices } from '../draft/searches.api.js';
import { StatusPicks } from './StatusPicks.js';
import { TextPicks, WordsPicks } from './TextPicks.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './ValueEditor.module.css';

const cx = classesOf(lineCss, ownCss);

/** The phrase being typed, and what can be ticked below it. */
const PHRASE = '[data-typed]';
const TICK = 'input[type="checkbox"]';

interface Props {
  readonly line: FieldLine | NewLine;
  readonly kinds: readonly PropertyType[];
  readonly onChange: (line: FieldLine) => void;
  readonly onDone: () => void;
}

/**
 * A line's value, edited where it stands: as the phrase that it prints, and by what can be picked under it. Every change
 * that can be read is counted at once. Enter, Escape and a click elsewhere end it.
 */
export function ValueEditor({ line, kinds, onChange, onDone }: Props) {
  const field = fieldOf(line.field) as Field;
  const frame = useRef<HTMLDivElement>(null);
  useClickElsewhere(frame, onDone);
  const { typed, values, tally, problem, understood, tell, put, pick } = useTyped(line, field, kinds, onChange);
  const keys = (event: React.KeyboardEvent): void => {
    const isPhrase = event.target instanceof HTMLElement && event.target.matches(PHRASE);
    if (event.key === 'Escape') {
      event.stopPropagation();
      if (isPhrase && understood?.note) tell(typed, true);
      else onDone();
    } else if (event.key === 'Enter' && endsEditing(event.target)) {
      // what takes the focus next is not meant by the key
      event.preventDefault();
      if (!(isPhrase && problem)) onDone();
    } else if (event.key === 'ArrowDown' && isPhrase) {
      const first = frame.current?.querySelector<HTMLElement>(TICK);
      if (first) event.preventDefault();
      first?.focus();
    } else moveAmongPicks(event);
  };
  return (
    <div className={cx('editor')} ref={frame} onKeyDown={keys}>
      <Input
        size="small"
        autoFocus
        data-typed
        value={typed}
        aria-label={field.label}
        placeholder={placeholderOf(field)}
        status={problem ? 'error' : ''}
        onFocus={(event) => event.target.select()}
        onChange={({ target }) => tell(target.value, false)}
      />
      <p className={cx(problem ? 'understood is-problem' : 'understood')} role="status">
        {problem ?? understood?.note ?? (understood ? phraseOf(withParsedValue(line, understood)) : 'Type a value.')}
        {understood?.note && (
          <Button type="link" size="small" onClick={() => tell(typed, true)}>
            no, as typed (Esc)
          </Button>
        )}
      </p>
      <Picks field={field} is={understood?.is} onPick={pick} typed={typed} values={values} tally={tally} />
      {line.is && <Further line={line} onChange={put} />}
    </div>
  );
}

/** A line's value as it is typed or picked, and what was understood of it. */
function useTyped(line: Props['line'], field: Field, kinds: Props['kinds'], onChange: Props['onChange']) {
  const [typed, setTyped] = useState(line.is ? phraseOf(line) : '');
  // an amount that was taken as typed prints as one that would be read as thousands
  const [literal, setLiteral] = useState(() => line.is !== undefined && 'note' in parseValue(phraseOf(line), field, kinds));
  const today = calendarDay(useNow());
  const choices = useChoices().data?.[field.name];
  const tally = useMemo(() => new Map((choices ?? []).map(({ value, listings }) => [value, listings])), [choices]);
  // those that the catalogue names, that listings hold, and that the line asks for already
  const values = [...new Set([...(field.choices ?? []), ...[...tally.keys()].sort(), ...chosenValues(line.is)])];
  const readAs = (text: string, asIs: boolean): Parsed =>
    asIs ? asTyped(text, field) : parseValue(text, field, kinds, { values, today });
  const tell = (text: string, asIs: boolean): void => {
    setTyped(text);
    setLiteral(asIs);
    const read = readAs(text, asIs);
    if ('is' in read) onChange(withParsedValue(line, read));
  };
  /** What is picked is said by the phrase, too. */
  const put = (next: FieldLine): void => {
    setTyped(phraseOf(next));
    setLiteral(false);
    onChange(next);
  };
  const pick = (is: Is | null): void => {
    if (is) put({ ...line, is });
    else setTyped('');
  };
  const parsed = typed.trim() === '' ? null : readAs(typed, literal);
  const problem = parsed && 'problem' in parsed ? parsed.problem : null;
  const understood = parsed && 'is' in parsed ? parsed : null;
  return { typed, values, tally, problem, understood, tell, put, pick };
}

type PicksProps = React.ComponentProps<typeof ChoicePicks>;

/** What can be picked of a field, besides typing it. */
function Picks({ typed, values, tally, ...picks }: PicksProps) {
  const { name, type, group } = picks.field;
  if (name === 'Status') return <StatusPicks {...picks} />;
  if (type === 'choice' || type === 'choices') return <ChoicePicks {...picks} typed={typed} values={values} tally={tally} />;
  if (type === 'yesNo') return <YesNoPicks {...picks} />;
  if (group === 'Remarks') return <WordsPicks {...picks} />;
  return type === 'text' ? <TextPicks {...picks} /> : null;
}

/** What a line says besides its test: how a journey is made, how a price moved, what a cost rests on. */
function Further({ line, onChange }: { readonly line: FieldLine; readonly onChange: (line: FieldLine) => void }) {
  const travel = travelOf(line);
  if (travel)
    return <JourneyEditor travel={travel} name={line.name} onChange={(next, name) => onChange(withJourney(line, next, name))} />;
  if (line.field === PRICE_MOVED) return <MoveEditor moved={line.moved} onChange={(moved) => onChange(withMove(line, moved))} />;
  if (line.field !== 'MonthlyCost') return null;
  return <CostEditor assuming={line.assuming ?? USUAL_COST} onChange={(assuming) => onChange({ ...line, assuming })} />;
}

function YesNoPicks({ is, onPick }: { readonly is: Is | undefined; readonly onPick: (is: Is) => void }) {
  return (
    <Segmented
      size="small"
      aria-label="Yes or no"
      value={is && 'yes' in is ? (is.yes ? 'yes' : 'no') : ''}
      options={['yes', 'no']}
      onChange={(next) => onPick({ yes: next === 'yes' })}
    />
  );
}

function placeholderOf(field: Field): string {
  if (field.name === PRICE_MOVED) return 'last 30 days, down 5%';
  if (field.name === 'Status') return 'active, or closed since October';
  switch (field.type) {
    case 'money':
      return 'up to 450k, 300k to 450k';
    case 'number':
      return '3 or more, 3 to 5';
    case 'date':
    case 'timestamp':
      return 'last 30 days, since Jan 1, 2026';
    case 'yesNo':
      return 'yes, no';
    case 'choice':
      return 'one, or another; not …';
    case 'choices':
      return 'one, or another; all of …; not …';
    case 'text':
      if (field.group === 'Remarks') return 'workshop, studio; not …';
      return field.name === 'StreetName' ? 'Lantern Ln' : 'any part of it';
  }
}

/** Whether Enter in it ends the editing: in a list of options it chooses one. */
function endsEditing(target: EventTarget): boolean {
  return target instanceof HTMLInputElement && target.getAttribute('role') !== 'combobox';
}

/** Up and down lead through what can be ticked, and from its top back to the phrase. */
function moveAmongPicks(event: React.KeyboardEvent): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by === 0 || !(event.target instanceof HTMLInputElement) || event.target.type !== 'checkbox') return;
  const boxes = [...event.currentTarget.querySelectorAll<HTMLElement>(`${PHRASE}, ${TICK}`)];
  event.preventDefault();
  boxes[boxes.indexOf(event.target) + by]?.focus();
}

/** Ends the editing at a click elsewhere, once that click has done what it is for. */
function useClickElsewhere(frame: React.RefObject<HTMLDivElement | null>, onDone: () => void): void {
  const latest = useRef(onDone);
  useEffect(() => void (latest.current = onDone));
  useEffect(() => {
    const begun = performance.now();
    const click = (event: MouseEvent): void => {
      // that which opened the editor is still on its way
      if (event.timeStamp <= begun || !frame.current || event.composedPath().includes(frame.current)) return;
      const isList = event.target instanceof Element && event.target.closest('.ant-select-dropdown, .ant-picker-dropdown');
      if (!isList) latest.current();
    };
    document.addEventListener('click', click);
    return () => document.removeEventListener('click', click);
  }, [frame]);
}

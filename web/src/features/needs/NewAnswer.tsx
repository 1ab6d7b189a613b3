import { LONGEST_NEED } from '@perambula/contract';
import type { NeedSaid } from '@perambula/contract';
import { COST_BOUNDS, USUAL_COST } from '@perambula/core';
import type { Question, Travel } from '@perambula/core';
import { Button, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { PlaceField } from '../places/index.js';
import { JourneyEditor } from '../searches/index.js';
import { ASKED, costLine, LOANS_AGREED_TO, placeLine, termsLine, usualTravel } from './needs.rules.js';
import ownCss from './NewAnswer.module.css';

const cx = classesOf(ownCss);

/** Keeps an answer; `done` once it is kept. */
export type Say = (said: Omit<NeedSaid, 'question' | 'personId'>, done: () => void) => void;

interface Props {
  readonly question: Question;
  readonly onSay: Say;
  readonly isBusy: boolean;
}

/** What is left of a field once what was said is kept: what was typed after it meanwhile. */
function withoutSaid(said: string): (now: string) => string {
  return (now) => (now.startsWith(said) ? now.slice(said.length) : now);
}

/** An answer in words, read as a search is that is typed into the finder. */
export function NewWords({ question, onSay, isBusy }: Props) {
  const [words, setWords] = useState('');
  const say = (): void => void (words.trim() && onSay({ words }, () => setWords(withoutSaid(words))));
  return <WordsField {...{ question, words, onWords: setWords, onSay: say, isBusy, canSay: words.trim() !== '' }} />;
}

/** A day by which they want to be in, and why then. */
export function NewDay({ question, onSay, isBusy }: Props) {
  const [day, setDay] = useState('');
  const [words, setWords] = useState('');
  const canSay = day !== '' || words.trim() !== '';
  const say = (): void =>
    void (canSay && onSay({ words, ...(day ? { day } : {}) }, () => (setDay(''), setWords(withoutSaid(words)))));
  return (
    <div className={cx('row')}>
      <Input
        type="date"
        className={cx('day')}
        aria-label="By when"
        value={day}
        onChange={({ target }) => setDay(target.value)}
        onPressEnter={say}
      />
      <WordsField {...{ question, words, onWords: setWords, onSay: say, isBusy, canSay }} />
    </div>
  );
}

/** What they can pay a month, the loan that a seller has to agree to, or anything else about it in words. */
export function NewPayment({ question, onSay, isBusy }: Props) {
  const [aMonth, setAMonth] = useState<number | null>(null);
  const [down, setDown] = useState(USUAL_COST.downPercent);
  const [rate, setRate] = useState(USUAL_COST.ratePercent);
  const sayMonth = (): void => void (aMonth && onSay({ words: '', line: costLine(aMonth, down, rate) }, () => setAMonth(null)));
  return (
    <>
      <NewWords {...{ question, onSay, isBusy }} />
      <div className={cx('row')}>
        <label>
          At most
          <InputNumber
            className={cx('money')}
            controls={false}
            min={1}
            max={1_000_000}
            prefix="$"
            placeholder="2,800"
            value={aMonth}
            aria-label="Dollars a month at most"
            onChange={setAMonth}
            onPressEnter={sayMonth}
          />
          a month,
        </label>
        <Percent name="downPercent" label="paid down" value={down} onChange={setDown} />
        <Percent name="ratePercent" label="interest" value={rate} onChange={setRate} />
        <Button disabled={!aMonth} loading={isBusy} onClick={sayMonth}>
          Add the month
        </Button>
      </div>
      <div className={cx('row')}>
        <Select
          className={cx('loan')}
          aria-label="A loan that the seller has to agree to"
          placeholder="A loan the seller has to agree to"
          value={null}
          options={LOANS_AGREED_TO.map((terms) => ({ value: terms, label: `${terms} loan` }))}
          onChange={(terms: string | null) => terms && onSay({ words: '', line: termsLine(terms) }, () => undefined)}
        />
      </div>
    </>
  );
}

interface PercentProps {
  readonly name: 'downPercent' | 'ratePercent';
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

function Percent({ name, label, value, onChange }: PercentProps) {
  return (
    <label>
      <InputNumber
        className={cx('percent')}
        controls={false}
        min={COST_BOUNDS[name][0]}
        max={COST_BOUNDS[name][1]}
        suffix="%"
        value={value}
        aria-label={label}
        onChange={(next) => next !== null && onChange(next)}
      />
      {label}
    </label>
  );
}

/** A place, how far it may be, and how and when somebody goes there. */
export function NewPlace({ question, onSay, isBusy }: Props) {
  const [seeking, setSeeking] = useState(false);
  const [place, setPlace] = useState<{ readonly name: string; readonly travel: Travel } | null>(null);
  const [minutes, setMinutes] = useState<number | null>(25);
  const [words, setWords] = useState('');
  if (!seeking) return <Button onClick={() => setSeeking(true)}>Add a place</Button>;
  if (!place)
    return (
      <PlaceField
        label="A place that matters"
        placeholder="Work, school, a station: its name or address"
        onLeave={() => setSeeking(false)}
        onChoose={({ name, at }) => setPlace({ name, travel: usualTravel(at) })}
      />
    );
  const say = (): void =>
    void (
      minutes &&
      onSay(
        { words, line: placeLine(place.name, place.travel, minutes) },
        () => (setSeeking(false), setPlace(null), setWords(withoutSaid(words))),
      )
    );
  return (
    <>
      <div className={cx('row')}>
        <label>
          Within
          <InputNumber
            className={cx('percent')}
            controls={false}
            autoFocus
            min={1}
            max={180}
            value={minutes}
            aria-label="Minutes at most"
            onChange={setMinutes}
            onPressEnter={say}
          />
          minutes
        </label>
        <JourneyEditor
          travel={place.travel}
          name={place.name}
          onChange={(travel, name) => setPlace({ name: name ?? place.name, travel })}
        />
      </div>
      <div className={cx('row')}>
        <WordsField {...{ question, words, onWords: setWords, onSay: say, isBusy, canSay: minutes !== null }} />
        <Button type="text" onClick={() => (setSeeking(false), setPlace(null))}>
          Not this place
        </Button>
      </div>
    </>
  );
}

interface WordsProps {
  readonly question: Question;
  readonly words: string;
  readonly onWords: (words: string) => void;
  readonly onSay: () => void;
  readonly isBusy: boolean;
  readonly canSay: boolean;
}

function WordsField({ question, words, onWords, onSay, isBusy, canSay }: WordsProps) {
  return (
    <div className={cx('words')}>
      <Input
        aria-label={`${ASKED[question].title} In their words`}
        placeholder={ASKED[question].example}
        maxLength={LONGEST_NEED}
        value={words}
        onChange={({ target }) => onWords(target.value)}
        onPressEnter={onSay}
      />
      <Button disabled={!canSay} loading={isBusy} onClick={onSay}>
        Add
      </Button>
    </div>
  );
}

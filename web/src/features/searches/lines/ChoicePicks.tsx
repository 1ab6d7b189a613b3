import { isBegun, wordsOf } from '@perambula/core';
import type { Field, Is } from '@perambula/core';
import { Checkbox, Segmented } from 'antd';
import { useState } from 'react';
import { choiceIs, choiceMode, chosenValues, valueBegun } from './lineEditing.rules.js';
import type { ChoiceMode } from './lineEditing.rules.js';
import { classesOf } from '../../../shared/classes.js';
import linesCss from './lines.module.css';
import ownCss from './ChoicePicks.module.css';

const cx = classesOf(linesCss, ownCss);

interface Props {
  readonly field: Field;
  readonly is: Is | undefined;
  /** What stands in the phrase: a value that is begun narrows the list. */
  readonly typed: string;
  readonly values: readonly string[];
  /** How many listings hold each. */
  readonly tally: ReadonlyMap<string, number>;
  readonly onPick: (is: Is | null) => void;
}

const MODES: Readonly<Record<ChoiceMode, string>> = { anyOf: 'any of', allOf: 'all of', noneOf: 'none of' };
const MOST_SHOWN = 60;

/** A choice's values with how many listings hold each, the most held first. */
export function ChoicePicks({ field, is, typed, values, tally, onPick }: Props) {
  const [meant, setMeant] = useState<ChoiceMode>(choiceMode(is));
  const mode = is ? choiceMode(is) : meant;
  const chosen = chosenValues(is);
  const begun = wordsOf(valueBegun(typed, values));
  const narrowed = values.filter((value) => isBegun(begun, value));
  const listed = [...(narrowed.length > 0 ? narrowed : values)].sort((a, b) => (tally.get(b) ?? 0) - (tally.get(a) ?? 0));
  const pick = (nextMode: ChoiceMode, next: readonly string[]): void => {
    setMeant(nextMode);
    onPick(choiceIs(nextMode, next));
  };
  return (
    <>
      <Segmented
        size="small"
        value={mode}
        aria-label="How many of them"
        onChange={(next) => pick(next, chosen)}
        options={(field.type === 'choices' ? (['anyOf', 'allOf', 'noneOf'] as const) : (['anyOf', 'noneOf'] as const)).map(
          (value) => ({ value, label: MODES[value] }),
        )}
      />
      <div className={cx('editor-choices')} role="group" aria-label={`${field.label}: its values`}>
        {listed.slice(0, MOST_SHOWN).map((value) => (
          <Checkbox
            key={value}
            checked={chosen.includes(value)}
            onChange={({ target }) => pick(mode, target.checked ? [...chosen, value] : chosen.filter((each) => each !== value))}
          >
            <span className={cx('line-menu-choice')}>
              {value} <span className="soft figure">{(tally.get(value) ?? 0).toLocaleString('en-US')}</span>
            </span>
          </Checkbox>
        ))}
        {listed.length > MOST_SHOWN && <p className="soft">Type to find {listed.length - MOST_SHOWN} more.</p>}
      </div>
    </>
  );
}

import type { Field, Is } from '@perambula/core';
import { Checkbox, Segmented } from 'antd';
import { TEXT_WAYS, textIs, textTyped, textWaysOf, WORDS_MODES, wordsIs, wordsTyped } from './textEditing.rules.js';
import type { TextWay, WordsMode } from './textEditing.rules.js';

interface Props {
  readonly field: Field;
  readonly is: Is | undefined;
  readonly onPick: (is: Is | null) => void;
}

/** How what was typed is to be found in a text. */
export function TextPicks({ field, is, onPick }: Props) {
  const { way, typed } = textTyped(field, is);
  return (
    <Segmented<TextWay>
      size="small"
      value={way}
      disabled={!is}
      aria-label="How it is to be found"
      options={textWaysOf(field).map((value) => ({ value, label: TEXT_WAYS[value] }))}
      onChange={(next) => onPick(textIs(next, typed))}
    />
  );
}

/** Which of the words typed are to be found in remarks, and in which forms. */
export function WordsPicks({ is, onPick }: Omit<Props, 'field'>) {
  const words = wordsTyped(is);
  return (
    <>
      <Segmented<WordsMode>
        size="small"
        value={words.mode}
        disabled={!is}
        aria-label="Which of them"
        options={(Object.keys(WORDS_MODES) as WordsMode[]).map((value) => ({ value, label: WORDS_MODES[value] }))}
        onChange={(mode) => onPick(wordsIs({ ...words, mode }))}
      />
      <Checkbox
        checked={words.stem}
        disabled={!is}
        onChange={({ target }) => onPick(wordsIs({ ...words, stem: target.checked }))}
      >
        other forms too: garden, gardens, gardening
      </Checkbox>
    </>
  );
}

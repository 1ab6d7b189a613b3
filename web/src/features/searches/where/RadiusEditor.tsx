import { METRES_PER_MILE, sayMiles } from '@perambula/core';
import { Input } from 'antd';
import { useState } from 'react';
import { metresOf } from './radius.rules.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './RadiusEditor.module.css';

const cx = classesOf(lineCss, ownCss);

/** A circle's distance, typed in miles or feet. */
export function RadiusEditor({ metres, onChange }: { readonly metres: number; readonly onChange: (metres: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  if (typed === null) {
    return (
      <>
        <button
          type="button"
          className={cx('phrase')}
          data-phrase
          aria-label={`${sayMiles(metres)} around. Change the distance`}
          onClick={() => setTyped(String(Math.round((metres / METRES_PER_MILE) * 100) / 100))}
        >
          {sayMiles(metres)}
        </button>{' '}
        around{' '}
      </>
    );
  }
  return (
    <Input
      size="small"
      className={cx('radius')}
      autoFocus
      value={typed}
      suffix="mi"
      aria-label="Distance in miles"
      status={metresOf(typed) === null ? 'error' : ''}
      onFocus={(event) => event.target.select()}
      onChange={({ target }) => {
        setTyped(target.value);
        const next = metresOf(target.value);
        if (next !== null) onChange(next);
      }}
      onPressEnter={() => setTyped(null)}
      onBlur={() => setTyped(null)}
    />
  );
}

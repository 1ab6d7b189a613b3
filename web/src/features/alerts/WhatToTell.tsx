import type { AlertSettings } from '@perambula/contract';
import { TELLABLE, TELLABLE_LABEL } from '@perambula/core';
import { Select } from 'antd';
import { classesOf } from '../../shared/classes.js';
import alertsCss from './alerts.module.css';

const cx = classesOf(alertsCss);

type News = Pick<AlertSettings, 'tell' | 'leastPercent'>;

const LEAST_PERCENTS = [0, 1, 2, 3, 5, 10].map((value) => ({
  value,
  label: value === 0 ? 'of any size' : `of ${value} % or more`,
}));

/** The kinds of news that a message tells, and how large a change of price has to be. */
export function WhatToTell({ news, onChange }: { readonly news: News; readonly onChange: (changes: Partial<News>) => void }) {
  const { tell, leastPercent } = news;
  return (
    <>
      <h2>What to tell</h2>
      <div className={cx('chips')}>
        {TELLABLE.map((kind) => (
          <button
            key={kind}
            type="button"
            className={cx('choice')}
            aria-pressed={tell.includes(kind)}
            onClick={() => onChange({ tell: tell.includes(kind) ? tell.filter((each) => each !== kind) : [...tell, kind] })}
          >
            {TELLABLE_LABEL[kind]}
          </button>
        ))}
      </div>
      {(tell.includes('priceDown') || tell.includes('priceUp')) && (
        <div className={cx('size')}>
          Changes of price{' '}
          <Select
            size="small"
            aria-label="How large a change of price is told"
            value={leastPercent}
            options={LEAST_PERCENTS}
            onChange={(value) => onChange({ leastPercent: value })}
          />
        </div>
      )}
      {tell.length === 0 && <p className="problem">Choose at least one kind of news.</p>}
    </>
  );
}

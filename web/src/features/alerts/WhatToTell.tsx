import type { AlertSettings } from '@perambula/contract';
import { TELLABLE, TELLABLE_LABEL } from '@perambula/core';
import { classesOf } from '../../shared/classes.js';
import alertsCss from './alerts.module.css';

const cx = classesOf(alertsCss);

type Tell = AlertSettings['tell'];

/** The kinds of news that a message tells. */
export function WhatToTell({ tell, onChange }: { readonly tell: Tell; readonly onChange: (tell: Tell) => void }) {
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
            onClick={() => onChange(tell.includes(kind) ? tell.filter((each) => each !== kind) : [...tell, kind])}
          >
            {TELLABLE_LABEL[kind]}
          </button>
        ))}
      </div>
      {tell.length === 0 && <p className="problem">Choose at least one kind of news.</p>}
    </>
  );
}

import type { AlertSettings } from '@perambula/contract';
import { TELLABLE, TELLABLE_LABEL } from '@perambula/core';

type Tell = AlertSettings['tell'];

/** The kinds of news that a message tells. */
export function WhatToTell({ tell, onChange }: { readonly tell: Tell; readonly onChange: (tell: Tell) => void }) {
  return (
    <>
      <h2>What to tell</h2>
      <div className="chips">
        {TELLABLE.map((kind) => (
          <button
            key={kind}
            type="button"
            className="choice"
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

import { Modal } from 'antd';
import { useState } from 'react';
import { KEYS_LISTED, useKey } from '../shared/keys.js';
import { onPage } from '../shared/onPage.js';
import { classesOf } from '../shared/classes.js';
import ownCss from './Shortcuts.module.css';

const cx = classesOf(ownCss);

/** What a line's value can say, by examples. */
const VALUES: readonly (readonly [of: string, examples: string])[] = [
  ['Amounts', '3 or more · up to 450k · 300k to 450k · exactly 3 · not 3'],
  ['Dates', 'last 30 days · since October · Jan 1, 2025 to Mar 2025 · 2019'],
  ['Choices', 'heat pump, oil · not auction · all of deck, patio'],
  ['Status', 'active, or closed in the last 6 months · sold since October · not pending · ever listed'],
  ['Words', 'workshop, studio · all of deck, garden · “water view” · not needs work · garden in any form'],
  ['Streets, other text', 'Lantern Ln · starts with 12 · contains ferry · is “Marl & Mason”'],
  ['Anything', 'left blank · filled in'],
];

/** How a search is put into words, by examples. */
const WORDS: readonly (readonly [of: string, examples: string])[] = [
  ['What it is', 'houses or townhouses · no condos · land · rentals'],
  ['What it costs', 'under 450k · 300 to 450k · around 400k · hoa under 300 · taxes under 5,000'],
  ['How large', '3 beds · at least 1.5 baths · 1,500 sq ft or more · half an acre · garage for two'],
  ['How old', 'built after 1990 · in the 1980s · new construction'],
  ['What it has', 'fireplace · finished basement · no pool · water view · granny flat'],
  [
    'Where',
    'in Sedge Ferry or Wrenfield · half a mile from Ferry Square · not near Mill yard · on Lantern Lane · in a bound that you keep, by its name',
  ],
  ['How near', 'within half a mile of the shore · near a station'],
  [
    'How far',
    'within 20 minutes of Ferry Square at 8:30 · 25 minutes home from Ferry Square at 5:15 · a short walk to Old Quay station',
  ],
  ['Where it stands', 'new this week · sold in the last 6 months · price cut by 5% this month · not bank-owned'],
  ['What it says', 'mentions workshop · not mentioning needs work'],
  ['Wishes', 'ideally a deck · preferably hardwood floors'],
  ['In what order', 'cheapest first · newest first · largest first'],
];

/** What the keyboard does and how a search is put into words, listed by pressing the question mark anywhere. */
export function Shortcuts() {
  const [open, setOpen] = useState(false);
  useKey('keys', () => setOpen((was) => !was));
  return (
    <Modal
      title="On the keyboard"
      open={open}
      onCancel={() => setOpen(false)}
      footer={null}
      width={900}
      centered
      getContainer={onPage}
    >
      <dl className={cx('shortcuts')}>
        {KEYS_LISTED.map(([keys, does]) => (
          <div key={does}>
            <dt>
              {keys.map((name) => (
                <kbd key={name}>{name}</kbd>
              ))}
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <h3>A line’s value</h3>
      <Examples of={VALUES} />
      <h3>A search in words</h3>
      <Examples of={WORDS} />
      <p className="soft">Commas part one thing from the next. What is not understood is shown, and can be sought in remarks.</p>
    </Modal>
  );
}

function Examples({ of: examples }: { readonly of: typeof WORDS }) {
  return (
    <dl className={cx('in-words')}>
      {examples.map(([about, said]) => (
        <div key={about}>
          <dt>{about}</dt>
          <dd>{said}</dd>
        </div>
      ))}
    </dl>
  );
}

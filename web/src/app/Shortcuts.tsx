import { Modal } from 'antd';
import { useEffect, useState } from 'react';
import { isTyping } from '../shared/isTyping.js';
import { onPage } from '../shared/onPage.js';

const KEYS: readonly (readonly [keys: readonly string[], does: string])[] = [
  [['Ctrl', 'K'], 'Find anything, or search in words'],
  [['N'], 'A new search, with your usual lines'],
  [['O'], 'Open another search: named, unfinished, or a usual start'],
  [['L'], 'Add a line to the search'],
  [['↑ ↓'], 'From a line to the next; Enter edits it, Delete takes it out'],
  [['← ↑ → ↓'], 'Move a bound, from its mark in the list; with Shift, ten times as far'],
  [['+ −'], 'Make it larger or smaller; D doubles it, Delete takes it away'],
  [['Enter'], 'Keep the value typed, close the line; ↓ leads into what can be ticked under it'],
  [['Esc'], 'Take the value as it was typed; put back a line left out on trial; leave the pen'],
  [['Ctrl', 'Z'], 'Take back the last change of the search'],
  [['Ctrl', 'Shift', 'Z'], 'Do it again'],
  [['Alt', '← →'], 'Move a column of the table, from its head; with Shift, make it wider or narrower'],
  [['Shift', 'Enter'], 'On a column’s head: order by it after what orders already'],
  [['←'], 'The listing before, in the results'],
  [['→'], 'The next listing'],
  [['?'], 'This list'],
];

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
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (event.key === '?' && !isTyping(event)) setOpen((was) => !was);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
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
      <dl className="shortcuts">
        {KEYS.map(([keys, does]) => (
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
    <dl className="in-words">
      {examples.map(([about, said]) => (
        <div key={about}>
          <dt>{about}</dt>
          <dd>{said}</dd>
        </div>
      ))}
    </dl>
  );
}

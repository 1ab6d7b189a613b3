import { plainNumber } from '@perambula/core';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { thousands } from '../../shared/format.js';
import { Chip, Chips } from './Chips.js';
import { DrawnAreas } from './DrawnAreas.js';
import { BATHS, BEDS, KINDS, readPrice, switched, WITHOUT } from './visitor.rules.js';
import type { Wishes } from './visitor.rules.js';
import portalCss from './portal.module.css';
import ownCss from './VisitorPage.module.css';

const cx = classesOf(portalCss, ownCss);

interface Props {
  readonly wishes: Wishes;
  readonly towns: readonly string[];
  readonly onChange: (wishes: Wishes) => void;
}

/** A few wishes, each by a tap. */
export function WishesForm({ wishes, towns, onChange }: Props) {
  return (
    <div className={cx('wishes')}>
      <Price most={wishes.most} onChange={(most) => onChange({ ...wishes, most })} />
      <h2>Kind</h2>
      <Chips
        label="Kind"
        choices={KINDS}
        chosen={wishes.kinds}
        onToggle={(kind) => onChange({ ...wishes, kinds: switched(wishes.kinds, kind) })}
      />
      <h2>Bedrooms, at least</h2>
      <AtLeast label="Bedrooms, at least" steps={BEDS} value={wishes.beds} onChange={(beds) => onChange({ ...wishes, beds })} />
      <h2>Baths, at least</h2>
      <AtLeast label="Baths, at least" steps={BATHS} value={wishes.baths} onChange={(baths) => onChange({ ...wishes, baths })} />
      <h2>Towns</h2>
      <Chips
        label="Towns"
        choices={new Map(towns.map((town) => [town, town]))}
        chosen={wishes.towns}
        onToggle={(town) => onChange({ ...wishes, towns: switched(wishes.towns, town) })}
      />
      <h2>On the map</h2>
      <DrawnAreas areas={wishes.areas} onAreas={(areas) => onChange({ ...wishes, areas })} />
      {wishes.areas.length > 0 && wishes.towns.length > 0 && (
        <p className="soft">Homes in one of these towns, and inside what you drew.</p>
      )}
      <h2>Keep out</h2>
      <Chips
        label="Keep out"
        choices={WITHOUT}
        chosen={wishes.without}
        onToggle={(what) => onChange({ ...wishes, without: switched(wishes.without, what) })}
      />
    </div>
  );
}

interface AtLeastProps {
  readonly label: string;
  readonly steps: readonly number[];
  readonly value: number | null;
  readonly onChange: (value: number | null) => void;
}

/** One of some least numbers, or none. */
function AtLeast({ label, steps, value, onChange }: AtLeastProps) {
  return (
    <div className={cx('row')} role="group" aria-label={label}>
      {steps.map((step) => (
        <Chip key={step} pressed={step === value} onPress={() => onChange(step === value ? null : step)}>
          {plainNumber(step)}
        </Chip>
      ))}
    </div>
  );
}

/** The price that it may cost at most, with how it was read. */
function Price({ most, onChange }: { readonly most: number | null; readonly onChange: (most: number | null) => void }) {
  const [typed, setTyped] = useState(most === null ? '' : `$${thousands(most)}`);
  const read = readPrice(typed);
  return (
    <>
      <label htmlFor="most-price">Price, at most</label>
      <input
        id="most-price"
        className={cx('price-field')}
        inputMode="decimal"
        placeholder="Any price"
        value={typed}
        aria-invalid={read === undefined}
        aria-describedby="price-read"
        onChange={({ target }) => {
          setTyped(target.value);
          const next = readPrice(target.value);
          if (next !== undefined && next !== most) onChange(next);
        }}
      />
      <p id="price-read" className={cx(read === undefined ? 'portal-problem' : 'soft')}>
        {read === undefined ? 'Type a price such as 450,000 or 450k.' : read === null ? '' : `Up to $${thousands(read)}`}
      </p>
    </>
  );
}

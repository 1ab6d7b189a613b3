import type { WalkedTo as Kind } from '@perambula/core';
import { useOnFoot } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './WalkedTo.module.css';

const cx = classesOf(ownCss);

const SAID: Readonly<Record<Kind, string>> = {
  busStop: 'Bus stop',
  station: 'Station',
  ferry: 'Ferry',
  grocery: 'Groceries',
  school: 'School',
  clinic: 'Clinic',
  beach: 'Beach',
  trailhead: 'Trail',
};

/** The nearest of what one walks to, with the minutes on foot. */
export function WalkedTo({ listingKey }: { readonly listingKey: string }) {
  const walks = useOnFoot(listingKey).data ?? [];
  if (walks.length === 0) return null;
  return (
    <section aria-label="On foot" className={cx('on-foot')}>
      <h2>On foot</h2>
      <table>
        <tbody>
          {walks.map(({ kind, name, minutes, miles }) => (
            <tr key={kind}>
              <th scope="row">{SAID[kind]}</th>
              <td>{name}</td>
              <td className="figure" title={`${miles.toFixed(1)} miles along streets`}>
                {minutes} min
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

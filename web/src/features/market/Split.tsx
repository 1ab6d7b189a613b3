import type { BackGroup, Movement } from '@perambula/core';
import { dollars } from '@perambula/core';
import { classesOf } from '../../shared/classes.js';
import { percent, plain, sayBack } from './market.rules.js';
import ownCss from './Split.module.css';

const cx = classesOf(ownCss);

/** Of the homes that came back: at what price, how soon, and what that often means. */
export function CameBack({ groups }: { readonly groups: readonly BackGroup[] }) {
  if (groups.length === 0) return null;
  const all = groups.reduce((sum, { homes }) => sum + homes, 0);
  return (
    <section className={cx('split')}>
      <h2>Back on the market: {plain(all)}</h2>
      <table>
        <thead className="sr-only">
          <tr>
            <th scope="col">How</th>
            <th scope="col">Homes</th>
            <th scope="col">Often</th>
          </tr>
        </thead>
        <tbody>
          {groups.map((group) => {
            const { what, guess } = sayBack(group);
            return (
              <tr key={what}>
                <td>{what}</td>
                <td className={cx('number')}>{plain(group.homes)}</td>
                <td className="soft">{guess || '–'}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="tight">What it means is a guess, for you only.</p>
    </section>
  );
}

/** Where cuts come from, by the price before. */
export function CutsByPrice({ cuts: { bands } }: Pick<Movement, 'cuts'>) {
  if (bands.length === 0) return null;
  return (
    <section className={cx('split')}>
      <h2>Cuts by price</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">price before</th>
            <th scope="col" className={cx('number')}>
              homes
            </th>
            <th scope="col" className={cx('number')}>
              median cut
            </th>
          </tr>
        </thead>
        <tbody>
          {bands.map(({ from, to, homes, median }) => (
            <tr key={from}>
              <td>{sayBand(from, to)}</td>
              <td className={cx('number')}>{plain(homes)}</td>
              <td className={cx('number')}>{percent(median)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function sayBand(from: number | null, to: number | null): string {
  if (from === null) return `under ${dollars(to ?? 0)}`;
  return to === null ? `${dollars(from)} and more` : `${dollars(from)} to ${dollars(to)}`;
}

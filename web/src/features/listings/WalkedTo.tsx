import { WALKED_TO_LABEL } from '../../shared/walkedTo.js';
import { useOnFoot } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './WalkedTo.module.css';

const cx = classesOf(ownCss);

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
              <th scope="row">{WALKED_TO_LABEL[kind]}</th>
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

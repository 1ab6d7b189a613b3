import type { Difference } from '@perambula/core';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './Differences.module.css';

const cx = classesOf(lineCss, ownCss);

/** What two searches differ in, line by line. */
export function Differences({ differences }: { readonly differences: readonly Difference[] }) {
  if (differences.length === 0) return <p className="soft">No line differs.</p>;
  return (
    <ul className={cx('differences')}>
      {differences.map(({ about, before, after }, i) => (
        <li key={i}>
          <span className={cx('line-label')}>{about}</span>
          <span>
            {before !== null && <del>{before}</del>} {after !== null && <ins>{after}</ins>}
          </span>
        </li>
      ))}
    </ul>
  );
}

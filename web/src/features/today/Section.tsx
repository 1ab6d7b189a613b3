import type { ReactNode } from 'react';
import { classesOf } from '../../shared/classes.js';
import todayCss from './today.module.css';
import ownCss from './Section.module.css';

const cx = classesOf(todayCss, ownCss);

/** A part of the day's column; where it holds nothing, what would stand there. */
export function Section({
  title,
  empty,
  children,
}: {
  readonly title: string;
  readonly empty: string | null;
  readonly children: ReactNode;
}) {
  return (
    <section className={cx('today-section')}>
      <h2>{title}</h2>
      {empty ? <p className={cx('soft today-empty')}>{empty}</p> : <ul className="row-list">{children}</ul>}
    </section>
  );
}

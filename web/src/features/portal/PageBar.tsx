import { ChevronLeft } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import ownCss from './PageBar.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** Where its arrow leads back to, by its address and in words. */
  readonly to: string;
  readonly back: string;
  readonly children: ReactNode;
}

/** The head of a page that the portal leads to, with a way back. */
export function PageBar({ to, back, children }: Props) {
  return (
    <header className={cx('bar')}>
      <Link to={to} aria-label={back} className={cx('back')}>
        <ChevronLeft size={20} aria-hidden="true" />
      </Link>
      {children}
    </header>
  );
}

import { COMP_FIGURES, FIGURE_HEADS, figuresOfHome, GROUP_SAID, sayFigure } from '@perambula/core';
import type { CompFigure, GroupOfComps, ListingRecord } from '@perambula/core';
import { Checkbox } from 'antd';
import { memo, useState } from 'react';
import { Link } from 'react-router';
import { street } from '../../shared/format.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { sayLikeness } from './comps.rules.js';
import type { Comp } from './comps.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './CompsTable.module.css';

const cx = classesOf(ownCss);

/** Of each group so many are shown at first: the likest, with whatever is ticked besides; where there is no subject, the first. */
const SHOWN = 8;

interface Props {
  readonly subject: ListingRecord | null;
  /** Whether the subject is a listing, or else a parcel by its record. */
  readonly isListed: boolean;
  readonly today: string;
  readonly groups: readonly GroupOfComps<Comp>[];
  readonly ticked: ReadonlySet<string>;
  readonly onTick: (key: string) => void;
}

/** The subject, and under it the homes by what became of them, with the averages of those ticked. */
export function CompsTable({ subject, isListed, today, groups, ticked, onTick }: Props) {
  return (
    <div className={cx('scrolls')}>
      <table className={cx('comps')}>
        <thead>
          <tr>
            <th scope="col">Home</th>
            {subject && <th scope="col">likeness</th>}
            {COMP_FIGURES.map((figure) => (
              <th scope="col" key={figure}>
                {FIGURE_HEADS[figure]}
              </th>
            ))}
          </tr>
        </thead>
        {subject && (
          <tbody>
            <tr className={cx('subject')}>
              <th scope="row">
                <div className={cx('home')}>
                  <Name record={subject} isListed={isListed} />
                </div>
              </th>
              <td />
              {COMP_FIGURES.map((figure) => (
                <td key={figure}>{sayFigure(figure, figuresOfHome(subject, today)[figure])}</td>
              ))}
            </tr>
          </tbody>
        )}
        {groups.map((group) => (
          <Group key={group.group} group={group} hasSubject={subject !== null} ticked={ticked} onTick={onTick} />
        ))}
      </table>
    </div>
  );
}

interface GroupProps extends Pick<Props, 'ticked' | 'onTick'> {
  readonly group: GroupOfComps<Comp>;
  readonly hasSubject: boolean;
}

function Group({ group: { group, comps, ticked: count, averages }, hasSubject, ticked, onTick }: GroupProps) {
  const [all, showAll] = useState(false);
  const shown = comps.filter(({ record }, i) => all || i < SHOWN || (hasSubject && ticked.has(record.ListingKey)));
  const columns = COMP_FIGURES.length + (hasSubject ? 2 : 1);
  const line = (name: string, of: (figure: CompFigure) => string, isFirst = false) => (
    <tr className={cx(isFirst ? 'average is-first' : 'average')}>
      <th scope="row">{name}</th>
      {hasSubject && <td />}
      {COMP_FIGURES.map((figure) => (
        <td key={figure}>{of(figure)}</td>
      ))}
    </tr>
  );
  return (
    <tbody>
      <tr>
        <th scope="rowgroup" colSpan={columns} className={cx('group')}>
          <span>
            {GROUP_SAID[group]} <span className="soft figure">{comps.length}</span>
          </span>
        </th>
      </tr>
      {shown.map((comp) => (
        <Row key={comp.record.ListingKey} comp={comp} isTicked={ticked.has(comp.record.ListingKey)} onTick={onTick} />
      ))}
      {shown.length < comps.length && (
        <tr>
          <td colSpan={columns} className={cx('more')}>
            <button type="button" className="plain" onClick={() => showAll(true)}>
              Show the other {comps.length - shown.length}
            </button>
          </td>
        </tr>
      )}
      {count > 0 && (
        <>
          {line(`median of ${count}`, (figure) => sayFigure(figure, averages[figure].median), true)}
          {line('mean', (figure) => sayFigure(figure, averages[figure].mean))}
          {line('lowest', (figure) => sayFigure(figure, averages[figure].lowest))}
          {line('highest', (figure) => sayFigure(figure, averages[figure].highest))}
        </>
      )}
    </tbody>
  );
}

interface RowProps {
  readonly comp: Comp;
  readonly isTicked: boolean;
  readonly onTick: (key: string) => void;
}

const Row = memo(function Row({ comp: { record, figures, likeness, parts }, isTicked, onTick }: RowProps) {
  const key = record.ListingKey;
  return (
    <tr className={cx(isTicked ? '' : 'is-out')}>
      <th scope="row">
        <div className={cx('home')}>
          <Checkbox checked={isTicked} onChange={() => onTick(key)} aria-label={`Count ${street(record)}`} />
          <Name record={record} isListed />
        </div>
      </th>
      {likeness !== null && parts && <td title={sayLikeness(parts)}>{`${Math.round(likeness * 100)}%`}</td>}
      {COMP_FIGURES.map((figure) => (
        <td key={figure}>{sayFigure(figure, figures[figure])}</td>
      ))}
    </tr>
  );
});

function Name({ record, isListed }: { readonly record: ListingRecord; readonly isListed: boolean }) {
  return (
    <>
      <span className={cx('small-picture')}>
        {record['PhotosCount'] !== 0 && <Picture listingKey={record.ListingKey} alt="" />}
      </span>
      <span className={cx('name')}>
        <Link to={`/${isListed ? 'listings' : 'parcels'}/${record.ListingKey}`}>{street(record)}</Link>
        <span className={cx('state tight')}>
          {isListed ? <Status status={String(record['StandardStatus'])} /> : 'By the public record'}
          <span className={cx('town')}>{String(record['City'] ?? '')}</span>
        </span>
      </span>
    </>
  );
}

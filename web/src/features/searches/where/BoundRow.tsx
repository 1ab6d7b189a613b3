import type { CountAnswer } from '@perambula/contract';
import { sayArea, sayBound, squareMetresOf } from '@perambula/core';
import type { Bound, DrawnShape, Search, TravelTime } from '@perambula/core';
import { Input, InputNumber, Tooltip } from 'antd';
import { ArrowLeftRight, Circle, Pentagon, Timer, X } from 'lucide-react';
import { memo, useState } from 'react';
import { ChangeKeptBound, useKeptBounds } from '../../bounds/index.js';
import { afterKey, BOUND_KEYS } from './boundKeys.rules.js';
import { BoundMenu } from './BoundMenu.js';
import { withoutLine } from '../lines/lineEditing.rules.js';
import { HoldsBack, TriedNote } from '../lines/LineRow.js';
import type { LinesProps } from '../lines/linesProps.js';
import { RadiusEditor } from './RadiusEditor.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './BoundRow.module.css';

const cx = classesOf(lineCss, ownCss);

interface Props {
  readonly bound: Bound;
  /** Whether another bound stands before it. */
  readonly isFurther: boolean;
  readonly search: Search;
  readonly held: CountAnswer['bounds'][number] | undefined;
  readonly most: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly onChange: LinesProps['onChange'];
  readonly onShow: LinesProps['onShow'];
  /** Whether it is left out on trial. */
  readonly tried: boolean;
  readonly onTry: LinesProps['onTry'];
}

/** One bound as a line of the search. */
export function BoundRow({ bound, isFurther, search, held, most, isChosen, onChoose, onChange, onShow, tried, onTry }: Props) {
  const { mode } = bound;
  const replace = (next: Bound): void =>
    onChange({ ...search, bounds: search.bounds.map((each) => (each.id === next.id ? next : each)) }, next.id);
  return (
    <div
      role="group"
      aria-label={sayBound(bound)}
      aria-current={isChosen}
      data-line
      className={cx(isChosen ? 'line is-bound is-edited' : 'line is-bound')}
    >
      <div className={cx('line-value is-wide')}>
        <BoundPhrase {...{ bound, isFurther, search, onChoose, onChange }} onReplace={replace} />
        <Differs bound={bound} onChange={replace} />
        {tried && <TriedNote onPutBack={() => onTry(null)} onDrop={() => onChange(withoutLine(search, bound.id))} />}
      </div>
      {held?.adds != null ? (
        <span className={cx('holds is-adds')}>adds {held.adds}</span>
      ) : (
        <HoldsBack
          holdsBack={held?.holdsBack ?? undefined}
          most={most}
          label={sayBound(bound)}
          onShow={() => onShow('missByOne', mode === 'in' ? 'keepIn' : 'keepOut')}
        />
      )}
      <BoundMenu
        bound={bound}
        search={search}
        held={held}
        tried={tried}
        onTry={() => onTry(tried ? null : bound.id)}
        onChange={onChange}
        onReplace={replace}
      />
      <button
        type="button"
        className="small-button"
        data-remove
        aria-label={`Remove ${sayBound(bound)}`}
        onClick={() => onChange({ ...search, bounds: search.bounds.filter(({ id }) => id !== bound.id) })}
      >
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

type PhraseProps = Pick<Props, 'bound' | 'isFurther' | 'search' | 'onChoose' | 'onChange'> & {
  readonly onReplace: (bound: Bound) => void;
};

/** A bound as it reads, each part edited where it stands; its mark finds it on the map, and moves it by keys. */
function BoundPhrase({ bound, isFurther, search, onChoose, onChange, onReplace }: PhraseProps) {
  const { shape, mode } = bound;
  const Icon = shape.type === 'Circle' ? Circle : shape.type === 'TravelTime' ? Timer : Pentagon;
  return (
    <>
      <button
        type="button"
        className={cx(mode === 'out' ? 'bound-icon bound-out' : 'bound-icon')}
        aria-label={`${sayBound(bound)}: find it on the map`}
        title={BOUND_KEYS}
        onClick={onChoose}
        onKeyDown={(event) => {
          if (event.ctrlKey || event.metaKey || event.altKey) return;
          const after = afterKey(search, bound, event.key, event.shiftKey);
          if (!after) return;
          event.preventDefault();
          onChange(after, `keys ${bound.id}`);
        }}
      >
        <Icon size={15} aria-hidden="true" />
      </button>
      {mode === 'out' ? 'not in ' : isFurther ? 'or ' : ''}
      {shape.type === 'Circle' && (
        <RadiusEditor
          metres={shape.radiusMeters}
          onChange={(radiusMeters) => onReplace({ ...bound, shape: { ...shape, radiusMeters } })}
        />
      )}
      {shape.type === 'TravelTime' ? (
        <MinutesEditor bound={bound} shape={shape} onChange={onReplace} />
      ) : (
        <BoundName bound={bound} onChange={onReplace} />
      )}
      {(shape.type === 'Polygon' || shape.type === 'MultiPolygon') && <Area shape={shape} />}
      <Tooltip title={mode === 'in' ? 'Keep out instead' : 'Keep in instead'}>
        <button
          type="button"
          className={cx('small-button line-turn')}
          aria-label={`${sayBound(bound)}: ${mode === 'in' ? 'keep out' : 'keep in'} instead`}
          onClick={() => onReplace({ ...bound, mode: mode === 'in' ? 'out' : 'in' })}
        >
          <ArrowLeftRight size={13} aria-hidden="true" />
        </button>
      </Tooltip>
    </>
  );
}

/** How large a drawn area is. */
const Area = memo(function Area({ shape }: { readonly shape: DrawnShape }) {
  return <span className={cx('soft bound-area')}>{sayArea(squareMetresOf(shape))}</span>;
});

/** Where a bound taken from a kept one has been changed: whether that is meant everywhere, only here, or not at all. */
function Differs({ bound, onChange }: { readonly bound: Bound; readonly onChange: (bound: Bound) => void }) {
  const kept = useKeptBounds().data?.find(({ id }) => id === bound.keptId);
  const [asking, setAsking] = useState(false);
  const { shape } = bound;
  if (!kept || shape.type === 'TravelTime' || isSameShape(kept.shape, shape)) return null;
  return (
    <span className={cx('bound-differs')}>
      differs from the kept one
      <button type="button" className="link" onClick={() => onChange({ ...bound, shape: kept.shape })}>
        put it back
      </button>
      <button type="button" className="link" onClick={() => setAsking(true)}>
        change it everywhere …
      </button>
      <button
        type="button"
        className="link"
        onClick={() => {
          const { keptId: _keptId, ...own } = bound;
          onChange(own);
        }}
      >
        leave it so here
      </button>
      {asking && <ChangeKeptBound kept={kept} shape={shape} onDone={() => setAsking(false)} onLeave={() => setAsking(false)} />}
    </span>
  );
}

/** The server may give a shape's parts in another order. */
function isSameShape(a: Bound['shape'], b: Bound['shape']): boolean {
  const parts = (shape: Bound['shape']): string => JSON.stringify(Object.entries(shape).sort(([x], [y]) => (x < y ? -1 : 1)));
  return parts(a) === parts(b);
}

/** A bound of minutes about a place: its minutes are typed, the rest is read. */
function MinutesEditor({
  bound,
  shape,
  onChange,
}: {
  readonly bound: Bound;
  readonly shape: TravelTime;
  readonly onChange: (bound: Bound) => void;
}) {
  return (
    <>
      <InputNumber
        size="small"
        className={cx('bound-minutes')}
        controls={false}
        min={1}
        max={180}
        value={shape.minutes}
        aria-label="Minutes"
        onChange={(minutes) => minutes !== null && onChange({ ...bound, shape: { ...shape, minutes } })}
      />
      {sayBound(bound).replace(/^[^ ]+ /, '')}
    </>
  );
}

function BoundName({ bound, onChange }: { readonly bound: Bound; readonly onChange: (bound: Bound) => void }) {
  const [editing, setEditing] = useState(false);
  const shown = bound.name ?? (bound.shape.type === 'Circle' ? 'a point' : 'an area drawn');
  const finish = (text: string): void => {
    setEditing(false);
    const { name: _before, ...rest } = bound;
    onChange(text.trim() ? { ...rest, name: text.trim().slice(0, 120) } : rest);
  };
  if (editing)
    return (
      <Input
        size="small"
        className={cx('bound-name')}
        autoFocus
        defaultValue={bound.name ?? ''}
        aria-label="Name of the bound"
        placeholder="Mill yard"
        onPressEnter={(event) => finish(event.currentTarget.value)}
        onBlur={(event) => finish(event.currentTarget.value)}
      />
    );
  return (
    <button type="button" className={cx('phrase')} data-phrase onClick={() => setEditing(true)} aria-label={`${shown}. Rename`}>
      {shown}
    </button>
  );
}

import { sayBound } from '@perambula/core';
import type { Bound, TravelTime } from '@perambula/core';
import { Input, InputNumber, Tooltip } from 'antd';
import { ArrowLeftRight, Circle, Pentagon, Timer, X } from 'lucide-react';
import { useState } from 'react';
import { afterKey, BOUND_KEYS } from './boundKeys.rules.js';
import { HoldsBack } from './LineRow.js';
import type { LinesProps } from './linesProps.js';
import { PlaceField } from '../places/index.js';
import { RadiusEditor } from './RadiusEditor.js';

/** Where homes are to lie: the search's bounds, kept in or out. */
export function WhereGroup({
  search,
  count,
  most,
  pen,
  onPen,
  onChange,
  onShow,
  boundChosen,
  onChooseBound,
  onPlace,
  journeys,
}: LinesProps & {
  readonly most: number;
  /** The lines of minutes to places. */
  readonly journeys: React.ReactNode;
}) {
  const inCount = search.bounds.filter(({ mode }) => mode === 'in').length;
  const shown = [...search.bounds.filter(({ mode }) => mode === 'in'), ...search.bounds.filter(({ mode }) => mode === 'out')];
  const replace = (bound: Bound): void =>
    onChange({ ...search, bounds: search.bounds.map((each) => (each.id === bound.id ? bound : each)) }, bound.id);
  return (
    <section aria-label="Where">
      <h4 className="lines-head">
        Where{' '}
        <span className="lines-head-end">
          {inCount > 1 && count ? `${count.keepIn.holdsBack} held back by all` : 'holds back'}
        </span>
      </h4>
      {shown.map((bound, i) => {
        const held = count?.bounds.find(({ id }) => id === bound.id);
        const Icon = bound.shape.type === 'Circle' ? Circle : bound.shape.type === 'TravelTime' ? Timer : Pentagon;
        return (
          <div key={bound.id} className={boundChosen === bound.id ? 'line is-edited' : 'line'}>
            <div className="line-value is-wide">
              <button
                type="button"
                className={`bound-icon bound-${bound.mode}`}
                aria-label={`${sayBound(bound)}: find it on the map`}
                title={BOUND_KEYS}
                onClick={() => onChooseBound(bound.id)}
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
              {bound.mode === 'out' ? 'not in ' : i > 0 ? 'or ' : ''}
              {bound.shape.type === 'Circle' && (
                <RadiusEditor
                  metres={bound.shape.radiusMeters}
                  onChange={(radiusMeters) =>
                    replace({
                      ...bound,
                      shape: { ...(bound.shape as Extract<Bound['shape'], { type: 'Circle' }>), radiusMeters },
                    })
                  }
                />
              )}
              {bound.shape.type === 'TravelTime' ? (
                <MinutesEditor bound={bound} shape={bound.shape} onChange={replace} />
              ) : (
                <BoundName bound={bound} onChange={replace} />
              )}
            </div>
            {held?.adds != null ? (
              <span className="holds is-adds">adds {held.adds}</span>
            ) : (
              <HoldsBack
                holdsBack={held?.holdsBack ?? undefined}
                most={most}
                label={sayBound(bound)}
                onShow={() => onShow('missByOne', bound.mode === 'in' ? 'keepIn' : 'keepOut')}
              />
            )}
            <Tooltip title={bound.mode === 'in' ? 'Keep out instead' : 'Keep in instead'}>
              <button
                type="button"
                className="line-remove line-turn"
                aria-label={`${sayBound(bound)}: ${bound.mode === 'in' ? 'keep out' : 'keep in'} instead`}
                onClick={() => replace({ ...bound, mode: bound.mode === 'in' ? 'out' : 'in' })}
              >
                <ArrowLeftRight size={13} aria-hidden="true" />
              </button>
            </Tooltip>
            <button
              type="button"
              className="line-remove"
              aria-label={`Remove ${sayBound(bound)}`}
              onClick={() => onChange({ ...search, bounds: search.bounds.filter(({ id }) => id !== bound.id) })}
            >
              <X size={14} aria-hidden="true" />
            </button>
          </div>
        );
      })}
      {journeys}
      {(pen === 'circle' || pen === 'place') && (
        <PlaceField
          key={pen}
          label={pen === 'circle' ? 'Around which place' : 'Within minutes of which place'}
          onChoose={onPlace}
          onLeave={() => onPen(null)}
        />
      )}
      <div className="where-add">
        {PENS.map(({ value, label }) => (
          <button
            key={value}
            type="button"
            className={pen === value ? 'link is-on' : 'link'}
            aria-pressed={pen === value}
            onClick={() => onPen(pen === value ? null : value)}
          >
            + {label}
          </button>
        ))}
        {search.bounds.length > 1 && (
          <button type="button" className="link" onClick={() => onChange({ ...search, bounds: [] })}>
            Clear all
          </button>
        )}
      </div>
    </section>
  );
}

const PENS = [
  { value: 'circle', label: 'Around a place' },
  { value: 'place', label: 'Within minutes' },
  { value: 'corners', label: 'Draw' },
] as const;

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
        className="bound-minutes"
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
        className="bound-name"
        autoFocus
        defaultValue={bound.name ?? ''}
        aria-label="Name of the bound"
        placeholder="Mill yard"
        onPressEnter={(event) => finish(event.currentTarget.value)}
        onBlur={(event) => finish(event.currentTarget.value)}
      />
    );
  return (
    <button type="button" className="phrase" onClick={() => setEditing(true)} aria-label={`${shown}. Rename`}>
      {shown}
    </button>
  );
}

import type { CountAnswer } from '@perambula/contract';
import { sayBound } from '@perambula/core';
import type { Bound, DrawnShape, Search } from '@perambula/core';
import { Dropdown } from 'antd';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FORMATS, KeepBound, writeAll } from '../../bounds/index.js';
import { CornersEditor } from './CornersEditor.js';
import { freshId } from '../draft/draft.js';
import type { LinesProps } from '../lines/linesProps.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';

const cx = classesOf(lineCss);

interface Props {
  readonly bound: Bound;
  readonly search: Search;
  readonly held: CountAnswer['bounds'][number] | undefined;
  readonly tried: boolean;
  readonly onTry: () => void;
  readonly onChange: LinesProps['onChange'];
  readonly onReplace: (bound: Bound) => void;
}

/** What else can be done with a bound. */
export function BoundMenu({ bound, search, held, tried, onTry, onChange, onReplace }: Props) {
  const [open, setOpen] = useState<'corners' | 'keep' | null>(null);
  const navigate = useNavigate();
  const { shape, name } = bound;
  const items = [
    { key: 'try', label: tried ? 'Put it back' : sayTrial(held), onClick: onTry },
    {
      key: 'double',
      label: 'Double it',
      onClick: () => onChange({ ...search, bounds: [...search.bounds, { ...bound, id: freshId(search) }] }),
    },
    {
      key: 'comps',
      label: 'Comps inside it',
      onClick: () => void navigate(`/comps?place=drawn&kind=${encodeURIComponent(search.kinds[0] ?? '')}`, { state: { bound } }),
    },
    ...(shape.type === 'Polygon' ? [{ key: 'corners', label: 'Type its corners …', onClick: () => setOpen('corners') }] : []),
    ...(shape.type === 'TravelTime'
      ? []
      : [
          ...(bound.keptId ? [] : [{ key: 'keep', label: 'Keep for other searches …', onClick: () => setOpen('keep') }]),
          ...writing(shape, name),
        ]),
  ];
  return (
    <>
      <Dropdown menu={{ items }} trigger={['click']} placement="bottomRight">
        <button type="button" className={cx('small-button line-more')} aria-label={`More about ${sayBound(bound)}`}>
          <Ellipsis size={14} aria-hidden="true" />
        </button>
      </Dropdown>
      {open === 'corners' && shape.type === 'Polygon' && (
        <CornersEditor
          from={shape}
          onDone={(typed) => {
            setOpen(null);
            onReplace({ ...bound, shape: typed });
          }}
          onLeave={() => setOpen(null)}
        />
      )}
      {open === 'keep' && shape.type !== 'TravelTime' && (
        <KeepBound
          bound={{ id: null, name: name ?? '', note: '', shape }}
          onKept={(kept) => {
            setOpen(null);
            onReplace({ ...bound, name: kept.name, keptId: kept.id });
          }}
          onLeave={() => setOpen(null)}
        />
      )}
    </>
  );
}

/** The formats that it can be written in. */
function writing(shape: DrawnShape, name: string | undefined) {
  return FORMATS.map(({ key, label }) => ({
    key,
    label: `Write to a ${label} file`,
    onClick: () => void writeAll([{ shape, ...(name ? { name } : {}) }], key, name ?? 'bound'),
  }));
}

/** What the search would find without it; of several kept in, one less may find fewer. */
function sayTrial(held: Props['held']): string {
  if (held?.adds != null) return `Try without it: ${held.adds} fewer`;
  return held?.holdsBack ? `Try without it: adds ${held.holdsBack}` : 'Try without it';
}

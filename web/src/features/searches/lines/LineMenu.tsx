import { isEither } from '@perambula/core';
import type { FieldLine, Line } from '@perambula/core';
import { Dropdown } from 'antd';
import type { MenuProps } from 'antd';
import { Ellipsis } from 'lucide-react';
import { classesOf } from '../../../shared/classes.js';
import linesCss from './lines.module.css';
import lineCss from '../line.module.css';

const cx = classesOf(linesCss, lineCss);

interface Props {
  readonly line: Line;
  readonly label: string;
  /** How many homes dropping the line would add. */
  readonly adds: number;
  readonly tried: boolean;
  readonly onChange: (line: Line) => void;
  readonly onTry: () => void;
  /** Makes it one of several that may hold; left out where it is that already. */
  readonly onEither?: () => void;
}

const BLANKS = [
  ['unknown', 'Leave it open'],
  ['pass', 'Count it as fitting'],
  ['fail', 'Count it as not fitting'],
] as const;

/** What else can be done with a line: leave it out on trial, make it a wish, say what a blank counts as. */
export function LineMenu({ line, label, adds, tried, onChange, onTry, onEither }: Props) {
  const nice = line.weight === 'nice';
  const blanks = isEither(line) ? null : (line.blanks ?? 'unknown');
  const items: MenuProps['items'] = [
    ...(nice
      ? []
      : [
          {
            key: 'try',
            label: tried ? 'Put it back' : adds > 0 ? `Try without it: adds ${adds}` : 'Try without it: adds none',
            onClick: onTry,
          },
        ]),
    {
      key: 'weight',
      label: nice ? 'Make it a must' : 'Would only be nice',
      onClick: () => {
        const { weight: _weight, ...rest } = line;
        onChange(nice ? rest : { ...rest, weight: 'nice' });
      },
    },
    ...(onEither ? [{ key: 'either', label: 'This, or something else …', onClick: onEither }] : []),
    ...(blanks && !nice
      ? [
          {
            key: 'blanks',
            type: 'group' as const,
            label: 'Where a listing leaves it blank',
            children: BLANKS.map(([value, text]) => ({
              key: value,
              label: (
                <span className={cx('line-menu-choice')}>
                  {text} {value === blanks && <span aria-label="as it is now">✓</span>}
                </span>
              ),
              onClick: () => {
                const { blanks: _blanks, ...rest } = line as FieldLine;
                onChange(value === 'unknown' ? rest : { ...rest, blanks: value });
              },
            })),
          },
        ]
      : []),
  ];
  return (
    <Dropdown menu={{ items }} trigger={['click']} placement="bottomRight">
      <button type="button" className={cx('small-button line-more')} aria-label={`More about ${label}`}>
        <Ellipsis size={14} aria-hidden="true" />
      </button>
    </Dropdown>
  );
}

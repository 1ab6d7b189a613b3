import type { FeedPreview as Preview, FeedPreviewField } from '@perambula/contract';
import { fieldOf, spaced } from '@perambula/core';
import { Select } from 'antd';
import { thousands } from '../../shared/format.js';
import { classesOf } from '../../shared/classes.js';
import feedCss from './feed.module.css';
import ownCss from './FeedPreview.module.css';

const cx = classesOf(feedCss, ownCss);

interface Props {
  readonly preview: Preview;
  /** By the feed's name of a field, the Data Dictionary's, as chosen so far. */
  readonly names: Readonly<Record<string, string>>;
  readonly isAsking: boolean;
  readonly onNames: (names: Readonly<Record<string, string>>) => void;
}

/** How many of a feed's first listings can be read, and what those of its fields mean that bear a name of its own. */
export function FeedPreview({ preview, names, isAsking, onNames }: Props) {
  const { records, readable, reasons, fields, free } = preview;
  const others = fields.filter(({ name, field }) => field === null || names[name] !== undefined);
  if (records === 0) return <p className="feed-state">It answers, and has no listings yet.</p>;
  const name = ({ name: theirs }: FeedPreviewField, field: string | undefined): void => {
    const { [theirs]: _, ...rest } = names;
    onNames(field === undefined ? rest : { ...rest, [theirs]: field });
  };
  return (
    <section className={cx('feed-preview')} aria-label="Its first listings">
      <p className={readable < records ? 'feed-state is-failing' : 'feed-state'} aria-live="polite">
        {thousands(readable)} of its first {thousands(records)} listings can be read. {sayStandard(fields.length - others.length)}
      </p>
      {reasons.length > 0 && (
        <ul className={cx('feed-rejects')}>
          {reasons.map(({ reason, records: many }) => (
            <li key={reason}>
              <b className="figure">{thousands(many)}</b> {reason}
            </li>
          ))}
        </ul>
      )}
      {others.length > 0 && (
        <>
          <h3>Fields with names of its own</h3>
          <p className="tight">
            What is left out is not kept. What is filled in here was guessed from a name or from values: look at it.
          </p>
          <ul className={cx('feed-names')}>
            {others.map((field) => (
              <li key={field.name}>
                <span>
                  <b>{field.name}</b>
                  <span className="tight">
                    in {thousands(field.filled)} of {thousands(records)}, as in “{field.example}”
                  </span>
                </span>
                <Select<string>
                  aria-label={`What ${field.name} is`}
                  value={names[field.name] ?? null}
                  placeholder="Left out"
                  allowClear
                  showSearch={{ optionFilterProp: 'label' }}
                  disabled={isAsking}
                  options={[...(field.field ? [field.field] : []), ...free].map((each) => ({
                    value: each,
                    label: labelOf(each),
                  }))}
                  onChange={(chosen: string | undefined) => name(field, chosen)}
                />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function sayStandard(fields: number): string {
  return fields === 1
    ? '1 field bears a name of the RESO Data Dictionary.'
    : `${thousands(fields)} fields bear names of the RESO Data Dictionary.`;
}

/** A field by its label, and by its name where that says more. */
function labelOf(field: string): string {
  const label = fieldOf(field)?.label ?? spaced(field);
  return label === field ? field : `${label} · ${field}`;
}

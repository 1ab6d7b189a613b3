import { HAPPENING_KINDS } from '@perambula/contract';
import type { Happening, HappeningKind } from '@perambula/contract';
import { App, Button } from 'antd';
import { CalendarClock, Eye, Heart, Mail, NotebookPen, Search, Trash2, UserRound } from 'lucide-react';
import type { LucideIcon } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { classesOf } from '../../shared/classes.js';
import { ago } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { NewEntry } from './NewEntry.js';
import { useRemoveEntry, useTimeline } from './timeline.api.js';
import ownCss from './Timeline.module.css';

const cx = classesOf(ownCss);

const KINDS: Readonly<Record<HappeningKind, { readonly label: string; readonly Icon: LucideIcon }>> = {
  message: { label: 'Messages', Icon: Mail },
  visit: { label: 'Portal visits', Icon: Eye },
  reaction: { label: 'Said of homes', Icon: Heart },
  showing: { label: 'Showings', Icon: CalendarClock },
  search: { label: 'Searches and alerts', Icon: Search },
  note: { label: 'Notes and calls', Icon: NotebookPen },
  person: { label: 'People', Icon: UserRound },
};

/** All that happened with a client, narrowed to what is ticked; each entry leads to what it is about. */
export function Timeline({ clientId }: { readonly clientId: string }) {
  const [kinds, setKinds] = useState<readonly HappeningKind[]>([]);
  const timeline = useTimeline(clientId, kinds);
  const toggle = (kind: HappeningKind): void =>
    setKinds(kinds.includes(kind) ? kinds.filter((each) => each !== kind) : [...kinds, kind]);
  const happenings = timeline.data?.pages.flatMap((page) => page.happenings) ?? [];
  return (
    <section aria-label="Timeline" className={cx('timeline')}>
      <h2>Timeline</h2>
      <NewEntry clientId={clientId} />
      <div className={cx('kinds')} role="group" aria-label="Show only">
        <button type="button" className="chip" aria-pressed={kinds.length === 0} onClick={() => setKinds([])}>
          Everything
        </button>
        {HAPPENING_KINDS.map((kind) => (
          <KindChip key={kind} kind={kind} isOn={kinds.includes(kind)} onToggle={() => toggle(kind)} />
        ))}
      </div>
      {timeline.isPending && <Waiting what="Reading what happened …" />}
      {timeline.isError && <Failed error={timeline.error} retry={() => void timeline.refetch()} />}
      {timeline.data && happenings.length === 0 && (
        <p className="soft">
          {kinds.length > 0
            ? 'Nothing of this kind yet.'
            : 'Messages, visits to the portal, what was said there, and your own notes stand here.'}
        </p>
      )}
      <ol className={cx('happenings')}>
        {happenings.map((happening) => (
          <Entry key={happening.id} clientId={clientId} happening={happening} />
        ))}
      </ol>
      {timeline.hasNextPage && (
        <Button loading={timeline.isFetchingNextPage} onClick={() => void timeline.fetchNextPage()}>
          Show earlier
        </Button>
      )}
    </section>
  );
}

interface ChipProps {
  readonly kind: HappeningKind;
  readonly isOn: boolean;
  readonly onToggle: () => void;
}

function KindChip({ kind, isOn, onToggle }: ChipProps) {
  const { label, Icon } = KINDS[kind];
  return (
    <button type="button" className="chip" aria-pressed={isOn} onClick={onToggle}>
      <Icon size={13} aria-hidden="true" />
      {label}
    </button>
  );
}

const PATHS = {
  listing: (id: string) => `/listings/${id}`,
  message: (id: string) => `/sent/${id}`,
  needs: (id: string) => `/clients/${id}/needs`,
  shortlist: (id: string) => `/shortlists/${id}`,
  search: (id: string) => `/search/${id}`,
  showing: () => '/showings',
} as const;

function Entry({ clientId, happening }: { readonly clientId: string; readonly happening: Happening }) {
  const { id, at, kind, text, about, isOwn } = happening;
  const now = useNow();
  const remove = useRemoveEntry(clientId);
  const { message } = App.useApp();
  const { Icon } = KINDS[kind];
  return (
    <li className={isOwn ? cx('is-own') : undefined}>
      <Icon size={15} aria-hidden="true" />
      <span className={cx('text')}>
        {about ? (
          <Link to={PATHS[about.kind](about.id)} className="quiet-link">
            {text}
          </Link>
        ) : (
          text
        )}
      </span>
      <time dateTime={at}>{ago(at, now)}</time>
      {isOwn && (
        <Button
          type="text"
          size="small"
          icon={<Trash2 size={14} aria-hidden="true" />}
          aria-label={`Take out: ${text}`}
          loading={remove.isPending}
          onClick={() => remove.mutate(id, { onError: (error) => void message.error(messageOf(error)) })}
        />
      )}
    </li>
  );
}

import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { isBarred, lastLook } from '@perambula/core';
import type { Doubt } from '@perambula/core';
import { App, Button, Modal } from 'antd';
import { Eye } from 'lucide-react';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { day, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { useFile } from '../clients/index.js';
import { useShare } from './shortlists.api.js';
import ownCss from './ShareShortlist.module.css';

const cx = classesOf(ownCss);

/** Puts a shortlist into its household's portal, after a last look at what they will find there, or takes it out. */
export function ShareShortlist({ shortlist }: { readonly shortlist: Shortlist }) {
  const [looking, setLooking] = useState(false);
  const { sharedAt, clientId } = shortlist;
  // the agent's own is in nobody's portal
  if (clientId === null) return null;
  return (
    <>
      <Button icon={sharedAt === null ? null : <Eye size={15} aria-hidden="true" />} onClick={() => setLooking(true)}>
        {sharedAt === null ? 'Share …' : `In their portal since ${day(sharedAt)}`}
      </Button>
      {looking && <LastLook shortlist={shortlist} onClose={() => setLooking(false)} />}
    </>
  );
}

interface LastLookProps {
  readonly shortlist: Shortlist;
  readonly onClose: () => void;
}

function LastLook({ shortlist, onClose }: LastLookProps) {
  const { name, clientId, clientName, sharedAt, items } = shortlist;
  const share = useShare(shortlist.id);
  const { message } = App.useApp();
  const doubts = useDoubts(clientId, items);
  const isFound = (item: ShortlistItem): boolean => item.stage !== 'dropped' && !isBarred(doubts.get(item.id) ?? []);
  const found = items.filter(isFound);
  const change = (shared: boolean): void =>
    share.mutate(shared, { onSuccess: onClose, onError: (error) => void message.error(messageOf(error)) });
  return (
    <Modal
      getContainer={onPage}
      open
      title={sharedAt === null ? `Share “${name}” with ${clientName}?` : `“${name}” is in the portal of ${clientName}`}
      okText={sharedAt === null ? 'Share it' : 'Leave it there'}
      confirmLoading={share.isPending}
      onOk={() => (sharedAt === null ? change(true) : onClose())}
      onCancel={onClose}
      footer={(_, { OkBtn, CancelBtn }) => (
        <>
          {sharedAt === null ? <CancelBtn /> : <Button onClick={() => change(false)}>Take it out of their portal</Button>}
          <OkBtn />
        </>
      )}
    >
      <p>
        They find {found.length === 1 ? 'one home' : `${found.length} homes`} in their portal under this name, and whatever you
        put on the shortlist later at once. Nothing is sent. Your notes and stages stay yours.
      </p>
      <ul className={cx('homes')}>
        {items.map((item) => (
          <li key={item.id} className={cx(isFound(item) ? '' : 'is-left-out')}>
            <b>{street(item.listing)}</b>
            {!isFound(item) && <span className="soft">not shown</span>}
            {item.stage === 'dropped' && <span className="chip">Dropped</span>}
            {doubts.get(item.id)?.map(({ kind, said }) => (
              <span key={kind} className="chip chip-wait">
                {said}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </Modal>
  );
}

/** By the ids of items, what speaks against showing their homes to the household. */
function useDoubts(clientId: string | null, items: readonly ShortlistItem[]): ReadonlyMap<string, readonly Doubt[]> {
  const searches = useFile(clientId).data?.savedSearches ?? [];
  const homes = items.map(({ listing, reactions }) => ({
    record: 'ListingKey' in listing ? listing : null,
    refusedBy: reactions.filter(({ verdict }) => verdict === 'notForUs'),
    told: null,
  }));
  const all = lastLook(
    homes,
    searches.map(({ document }) => document),
  );
  return new Map(items.map(({ id }, i) => [id, all[i] ?? []]));
}

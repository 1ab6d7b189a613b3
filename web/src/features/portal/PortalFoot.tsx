import type { Portal } from '@perambula/contract';
import { HowOften } from './HowOften.js';
import { Problem } from './Problem.js';
import { listed } from './portal.rules.js';
import { useCountVisits, useOpenVisitsCalendar, useShareReactions, useStop, useWithdrawLinks } from './portal.api.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './PortalFoot.module.css';

const cx = classesOf(portalCss, ownCss);

/** What a reader decides of their portal, and whose it is. */
export function PortalFoot({ portal }: { readonly portal: Portal }) {
  const stop = useStop();
  const countVisits = useCountVisits();
  const share = useShareReactions();
  const withdraw = useWithdrawLinks();
  const calendar = useOpenVisitsCalendar();
  const { agent, countsVisits, others, sharesReactions, source } = portal;
  const problem = stop.error ?? countVisits.error ?? share.error ?? withdraw.error ?? calendar.error;
  return (
    <footer className={cx('portal-foot')}>
      <Problem error={problem} />
      <HowOften portal={portal} />
      <p>
        {countsVisits
          ? `${agent.name.split(' ')[0]} can see when you come by and which homes you open; nobody else in your household can.`
          : 'Your visits are not counted.'}{' '}
        <button type="button" onClick={() => countVisits.mutate(!countsVisits)}>
          {countsVisits ? 'Don’t count my visits' : 'Count them again'}
        </button>
      </p>
      {others.length > 0 && (
        <p>
          {sharesReactions
            ? `${listed(others)} can see what you say of homes.`
            : `Only ${agent.name.split(' ')[0]} sees what you say of homes.`}{' '}
          <button type="button" onClick={() => share.mutate(!sharesReactions)}>
            {sharesReactions ? 'Keep it to myself' : `Let ${listed(others)} see it`}
          </button>
        </p>
      )}
      <p>
        {calendar.data ? (
          <>
            Subscribe to this address in your calendar; agreed visits show there by themselves:{' '}
            <input
              className={cx('calendar-address')}
              readOnly
              aria-label="The address of your visits"
              value={calendar.data.url}
              onFocus={({ target }) => target.select()}
            />
          </>
        ) : (
          <button type="button" onClick={() => calendar.mutate()}>
            Have your visits in your own calendar
          </button>
        )}
      </p>
      <p>
        {stop.isSuccess ? (
          'The messages are stopped.'
        ) : (
          <button type="button" onClick={() => stop.mutate(undefined)}>
            Stop all messages
          </button>
        )}
      </p>
      <p>
        {withdraw.isSuccess ? (
          'Your links lead nowhere now. The next message brings a new one.'
        ) : (
          <button type="button" onClick={() => withdraw.mutate()}>
            Close this portal to everyone who has my link
          </button>
        )}
      </p>
      <p>{source}</p>
      <p>
        {agent.name} · {agent.officeName} · {agent.postalAddress} · license {agent.licenseNumber} · {agent.phone}
      </p>
      <p>Equal housing opportunity.</p>
    </footer>
  );
}

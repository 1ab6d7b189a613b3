import type { Round, RoundHome } from '@perambula/contract';
import { sayMinutes } from '@perambula/core';
import { App, Button } from 'antd';
import { clockTime, street } from '../../shared/format.js';
import { useGoOnWithoutAgreement } from '../../shared/useGoOnWithoutAgreement.js';
import { classesOf } from '../../shared/classes.js';
import { sayOutcome } from './round.rules.js';
import { useAcceptRoundOffer, useOfferOutcome } from './rounds.api.js';
import ownCss from './Offer.module.css';

const cx = classesOf(ownCss);

/** Another time that an office offers, what it does to the round, and to take it. */
export function Offer({
  round,
  home,
  offeredAt,
}: {
  readonly round: Round;
  readonly home: RoundHome;
  readonly offeredAt: string;
}) {
  const outcome = useOfferOutcome(round.id, home.id);
  const accept = useAcceptRoundOffer(round.id, home.id);
  const { message } = App.useApp();
  const refused = useGoOnWithoutAgreement();
  const take = (withoutAgreement: boolean): void =>
    accept.mutate(withoutAgreement ? { withoutAgreement } : {}, {
      onSuccess: () => void message.success('Agreed; the listing office is told.'),
      onError: (error) => refused(error, 'Take it all the same', () => take(true)),
    });
  return (
    <div className={cx('offer')}>
      <p className="tight">
        {outcome.isPending && 'Working out what that does to the round …'}
        {outcome.isError && 'What that does to the round could not be worked out.'}
        {outcome.data && sayOutcome(outcome.data)}
      </p>
      {outcome.data?.isReordered && (
        <ol className={cx('order')} aria-label="The order then">
          {outcome.data.order.map(({ address, startAt }) => (
            <li key={address}>
              {sayMinutes(startAt)} {street({ UnparsedAddress: address })}
            </li>
          ))}
        </ol>
      )}
      <Button size="small" type="primary" loading={accept.isPending} onClick={() => take(false)}>
        Take {clockTime(offeredAt)}
      </Button>
    </div>
  );
}

import type { Showing } from '@perambula/contract';
import { App, Button } from 'antd';
import { clockTime, day, dayAndTime } from '../../shared/format.js';
import { useGoOnWithoutAgreement } from '../../shared/useGoOnWithoutAgreement.js';
import { useAcceptOffer } from './showings.api.js';

/** Takes the other time that a listing office offers. */
export function OfferChoice({ showing: { id, startAt, offeredAt } }: { readonly showing: Showing }) {
  const accept = useAcceptOffer(id);
  const { message } = App.useApp();
  const refused = useGoOnWithoutAgreement();
  if (offeredAt === null) return null;
  const isSameDay = startAt !== null && day(startAt) === day(offeredAt);
  const take = (withoutAgreement: boolean): void =>
    accept.mutate(withoutAgreement ? { withoutAgreement } : {}, {
      onSuccess: () => void message.success('Agreed; the listing office is told.'),
      onError: (error) => refused(error, 'Take it all the same', () => take(true)),
    });
  return (
    <Button type="primary" loading={accept.isPending} onClick={() => take(false)}>
      Take {isSameDay ? clockTime(offeredAt) : dayAndTime(offeredAt)}
    </Button>
  );
}

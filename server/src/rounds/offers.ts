import { roundAskOf } from '@perambula/contract';
import type { OfferOutcome, RoundHome, RoundOutline } from '@perambula/contract';
import { timed } from '@perambula/core';
import { Failure } from '../common/failure.js';

/** The showing for which an office offers another time. @throws Failure where it does not, or not any more */
export function offerOf({ homes, leftOut }: RoundOutline, homeId: string): { readonly id: string; readonly offeredAt: string } {
  const showing = [...homes, ...leftOut].find(({ id }) => id === homeId)?.showing;
  if (showing?.state !== 'countered' || showing.offeredAt === null)
    throw new Failure('showing.noOffer', 'The listing office offers no other time for this home any more. Reload the page.');
  return { id: showing.id, offeredAt: showing.offeredAt };
}

/** A round as it would be, were the offer taken. @param from  in minutes from midnight of its day; on another day it is not seen at all */
export function withOffer(round: RoundOutline, homeId: string, from: number): RoundOutline {
  const agreed = <H extends RoundHome>(home: H): H => {
    if (home.id !== homeId) return home;
    const minutes = home.showing?.minutes ?? home.minutes;
    return { ...home, minutes, open: from >= 0 && from < 1440 ? [{ from, until: from + minutes }] : [] };
  };
  return { ...round, homes: round.homes.map(agreed), leftOut: round.leftOut.map(agreed) };
}

/** A round as it stands beside what it would be. */
export function outcome(
  round: RoundOutline,
  kept: readonly string[],
  then: RoundOutline,
  order: readonly string[],
): OfferOutcome {
  const [before, after] = [timed(roundAskOf(round), kept), timed(roundAskOf(then), order)];
  const addressOf = new Map([...round.homes, ...round.leftOut].map(({ id, address }) => [id, address]));
  const seen = new Set(after.visits.filter(({ isShut }) => !isShut).map(({ id }) => id));
  const lost = before.visits.filter(({ id, isShut }) => !isShut && !seen.has(id));
  return {
    now: before.backAt,
    then: after.backAt,
    order: after.visits.map(({ id, startAt }) => ({ address: addressOf.get(id) ?? '', startAt })),
    isReordered: order.some((id, i) => id !== kept[i]) || order.length !== kept.length,
    lost: lost.map(({ id }) => addressOf.get(id) ?? ''),
  };
}

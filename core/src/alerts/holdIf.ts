/** What an alert's message can be held for, until its agent has had a look at it. */
export const HOLD_REASONS = ['underContract', 'overCeiling', 'toldBefore', 'manyHomes'] as const;
export type HoldReason = (typeof HOLD_REASONS)[number];

/** More homes than this are many for one message. */
export const MANY_HOMES = 12;

export const HOLD_REASON_LABEL: Readonly<Record<HoldReason, string>> = {
  underContract: 'a home is under contract',
  overCeiling: 'a home costs more than any of their searches allows',
  toldBefore: 'a home was told before',
  manyHomes: `it tells more than ${MANY_HOMES} homes`,
};

/** A home that a message tells, as far as it matters to whether the message is held. */
interface HomeTold {
  readonly status: unknown;
  readonly wasToldBefore: boolean;
  /** Whether it costs more than the household’s searches name. */
  readonly isOverCeiling: boolean;
}

/** For which of the agent's reasons a message is held; empty where it may go. */
export function heldFor(reasons: readonly HoldReason[], homes: readonly HomeTold[]): HoldReason[] {
  return reasons.filter((reason) => {
    switch (reason) {
      case 'underContract':
        return homes.some(({ status }) => status === 'Active Under Contract' || status === 'Pending');
      case 'overCeiling':
        return homes.some(({ isOverCeiling }) => isOverCeiling);
      case 'toldBefore':
        return homes.some(({ wasToldBefore }) => wasToldBefore);
      case 'manyHomes':
        return homes.length > MANY_HOMES;
    }
  });
}

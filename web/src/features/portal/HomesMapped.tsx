import type { PortalHome } from '@perambula/contract';
import { MOST_PORTAL_CARDS } from '@perambula/contract';
import { useState } from 'react';
import { HomesOnMap } from '../homesMap/index.js';
import { HomeCard } from './HomeCard.js';
import { Problem } from './Problem.js';
import { useCards } from './portal.api.js';
import type { Tab } from './portal.rules.js';

interface Props {
  readonly homes: readonly PortalHome[];
  readonly now: string;
  readonly tab: Tab;
}

/** Homes on the map, the newest of many; the one that is touched stands below. */
export function HomesMapped({ homes, now, tab }: Props) {
  const [picked, setPicked] = useState<string | null>(null);
  const newest = homes.slice(0, MOST_PORTAL_CARDS);
  const cards = useCards(newest.map(({ listingKey }) => listingKey));
  if (cards.isError) return <Problem error={cards.error} retry={() => void cards.refetch()} />;
  const home = homes.find(({ listingKey }) => listingKey === picked);
  const card = cards.data?.find(({ listing }) => listing.ListingKey === picked);
  return (
    <>
      <HomesOnMap
        key={`${tab} ${cards.isSuccess}`}
        label="Where these homes lie"
        homes={cards.data?.map(({ listing }) => listing) ?? []}
        hovered={picked}
        onOpen={setPicked}
      />
      <p className="soft">
        {homes.length > newest.length && `The newest ${newest.length} of ${homes.length}. `}Tap a home to see it here.
      </p>
      {home && card && <HomeCard key={home.listingKey} home={home} card={card} now={now} tab={tab} />}
    </>
  );
}

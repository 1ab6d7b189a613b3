import { Link } from 'react-router';
import { useMovement } from './market.api.js';
import { askedOf, askOf, countOf, LISTS, plain, scopeOf } from './market.rules.js';
import type { ListName } from './market.rules.js';

const SHOWN: readonly ListName[] = ['new', 'back', 'underContract', 'cut', 'closed'];
/** Homes for sale in the whole county, as the page has it before anything is chosen. */
const ASKED = askedOf(new URLSearchParams('over=sinceYesterday'));
const ASK = askOf(ASKED, scopeOf(ASKED, [], []) ?? null);

/** The market since yesterday morning in one line, each part of which opens its list; nothing while it is not known. */
export function MarketLine({ className }: { readonly className: string }) {
  const { data } = useMovement(ASK);
  if (!data) return null;
  const moved = SHOWN.filter((list) => countOf(list, data.counts) > 0);
  return (
    <section className={className}>
      <h3>The market since yesterday</h3>
      <p>
        {moved.length === 0 && 'Nothing moved. '}
        {moved.map((list, i) => (
          <span key={list}>
            {i > 0 && ', '}
            <Link to={`/market?over=sinceYesterday&order=latest&list=${list}`}>
              {plain(countOf(list, data.counts))} {LISTS[list].label}
            </Link>
          </span>
        ))}
        {moved.length > 0 && '. '}
        {plain(data.forSale.to)} homes for sale.
      </p>
    </section>
  );
}

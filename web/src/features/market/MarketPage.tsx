import type { MarketAsk, MovementAnswer } from '@perambula/contract';
import { useEffect } from 'react';
import { classesOf } from '../../shared/classes.js';
import { useParameters } from '../../shared/useParameters.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useKeptBounds } from '../bounds/index.js';
import { useSavedSearches } from '../searches/index.js';
import { ForSaleChart } from './ForSaleChart.js';
import { useMovement } from './market.api.js';
import { askedOf, askOf, scopeOf } from './market.rules.js';
import type { MarketAsked } from './market.rules.js';
import { MovedList } from './MovedList.js';
import { Scope } from './Scope.js';
import { CutsByPrice, CameBack } from './Split.js';
import { Tiles } from './Tiles.js';
import ownCss from './MarketPage.module.css';

const cx = classesOf(ownCss);

/** What was looked at last, to begin with the next time. */
const LOOKED_AT = 'perambula.market';

/** What moved on the market: how many homes did what in some time, beside another, and which. */
export function MarketPage() {
  const [params, change] = useParameters();
  const kept = useKeptBounds();
  const searches = useSavedSearches();
  useEffect(() => {
    const before = localStorage.getItem(LOOKED_AT);
    if (params.size > 0) localStorage.setItem(LOOKED_AT, params.toString());
    else if (before) change(Object.fromEntries(new URLSearchParams(before)));
  }, [params, change]);
  if (kept.isPending || searches.isPending) return <Waiting what="Opening the market …" />;
  if (kept.isError) return <Failed error={kept.error} retry={() => void kept.refetch()} />;
  if (searches.isError) return <Failed error={searches.error} retry={() => void searches.refetch()} />;
  const asked = askedOf(params);
  const scope = scopeOf(asked, kept.data, searches.data);
  return (
    <div className={cx('page')}>
      <h1>What moved</h1>
      <Scope asked={asked} kept={kept.data} searches={searches.data} onChange={change} />
      {scope === undefined ? (
        <p role="alert">What was looked at is kept no more. Choose another place or search.</p>
      ) : (
        <Moved asked={asked} ask={askOf(asked, scope)} onChange={change} />
      )}
    </div>
  );
}

interface MovedProps {
  readonly asked: MarketAsked;
  readonly ask: MarketAsk;
  readonly onChange: (changes: Readonly<Record<string, string | null>>) => void;
}

function Moved({ asked, ask, onChange }: MovedProps) {
  const movement = useMovement(ask);
  if (movement.isPending) return <Waiting what="Counting what moved …" />;
  if (movement.isError) return <Failed error={movement.error} retry={() => void movement.refetch()} />;
  const answer: MovementAnswer = movement.data;
  return (
    <div className={cx(movement.isPlaceholderData ? 'is-counting' : '')}>
      <Tiles
        movement={answer}
        beside={asked.beside}
        isNow={asked.over !== 'between'}
        open={asked.list}
        onOpen={(list) => onChange({ list })}
      />
      <div className={cx('columns')}>
        <MovedList asked={asked} ask={ask} movement={answer} onOrder={(order) => onChange({ order })} />
        <aside>
          <CameBack groups={answer.back} />
          <CutsByPrice cuts={answer.cuts} />
          <ForSaleChart weeks={answer.weeks} />
        </aside>
      </div>
    </div>
  );
}

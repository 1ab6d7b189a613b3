import type { Shortlist } from '@perambula/contract';
import { App, Button, Input, Popover } from 'antd';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { lookUp } from '../places/index.js';
import { classesOf } from '../../shared/classes.js';
import { meant, pastedLines } from './shortlists.rules.js';
import { useAddToShortlist } from './shortlists.api.js';
import ownCss from './ShortlistsPage.module.css';

const cx = classesOf(ownCss);

const MOST_LINES = 60;

/** Puts homes on a shortlist by their listing numbers or addresses, one to a line; what was not found stays there and is said. */
export function AddByNumbers({ shortlist }: { readonly shortlist: Shortlist }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomLeft"
      destroyOnHidden
      content={<Lines shortlist={shortlist} onDone={() => setOpen(false)} />}
    >
      <Button icon={<Plus size={15} />}>By number or address</Button>
    </Popover>
  );
}

function Lines({ shortlist, onDone }: { readonly shortlist: Shortlist; readonly onDone: () => void }) {
  const add = useAddToShortlist();
  const [text, setText] = useState('');
  const [isLooking, setLooking] = useState(false);
  const [left, setLeft] = useState<readonly string[]>([]);
  const { message } = App.useApp();
  const lines = pastedLines(text);
  const put = async (): Promise<void> => {
    setLooking(true);
    try {
      const keys: string[] = [];
      const missed: [line: string, why: string][] = [];
      for (const line of lines) {
        const home = meant(line, await lookUp(line));
        if (typeof home === 'object') keys.push(home.ListingKey);
        else missed.push([line, home === 'none' ? 'no home is found' : 'it fits several homes; write it whole']);
      }
      if (keys.length > 0) await add.mutateAsync({ to: { id: shortlist.id }, listingKeys: [...new Set(keys)] });
      if (keys.length > 0) void message.success(keys.length === 1 ? 'One home is on it.' : `${keys.length} homes are on it.`);
      setText(missed.map(([line]) => line).join('\n'));
      setLeft(missed.map(([line, why]) => `${line}: ${why}`));
      if (missed.length === 0) onDone();
    } catch (error) {
      void message.error(messageOf(error));
    } finally {
      setLooking(false);
    }
  };
  return (
    <div className="popover-form">
      <label className="strong" htmlFor="by-number">
        Listing numbers or addresses, one to a line
      </label>
      <Input.TextArea
        id="by-number"
        rows={5}
        autoFocus
        value={text}
        placeholder={'24001\n27 Lantern Ln, Port Ostrey'}
        onChange={({ target }) => setText(target.value)}
      />
      {left.length > 0 && (
        <ul role="alert" className={cx('missed tight')}>
          {left.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
      {lines.length > MOST_LINES && <p role="alert">Up to {MOST_LINES} at once. Paste the rest afterwards.</p>}
      <Button
        type="primary"
        loading={isLooking}
        disabled={lines.length === 0 || lines.length > MOST_LINES}
        onClick={() => void put()}
      >
        {lines.length > 1 ? `Put ${lines.length} on it` : 'Put it on'}
      </Button>
    </div>
  );
}

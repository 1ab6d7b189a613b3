import type { ClientFile } from '@perambula/contract';
import { MOST_BUSY } from '@perambula/contract';
import { clockOf } from '@perambula/core';
import type { BusyHours } from '@perambula/core';
import { App, Button, Input, Select } from 'antd';
import { X } from 'lucide-react';
import { useState } from 'react';
import { busySaid, fromField, WEEKDAYS } from '../../shared/hours.js';
import { messageOf } from '../../shared/http.js';
import { useChangeClient } from '../clients/index.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './BusyLine.module.css';
import { SaidLine } from './SaidLine.js';

const cx = classesOf(ownCss);

/** When the household cannot come to see homes, by which times are proposed and rounds ordered. */
export function BusyLine({ file: { id, busy } }: { readonly file: ClientFile }) {
  return (
    <SaidLine
      button="Change"
      buttonName="Change when they cannot come"
      form={(onDone) => <BusyForm clientId={id} busy={busy} onDone={onDone} />}
    >
      <span className="soft">{busySaid(busy)}</span>
    </SaidLine>
  );
}

interface FormProps {
  readonly clientId: string;
  readonly busy: readonly BusyHours[];
  readonly onDone: () => void;
}

const AT_WORK: BusyHours = { days: [1, 2, 3, 4, 5], from: 540, until: 1020 };

function BusyForm({ clientId, busy, onDone }: FormProps) {
  const change = useChangeClient(clientId);
  const { message } = App.useApp();
  const [draft, setDraft] = useState<readonly BusyHours[]>(busy.length > 0 ? busy : [AT_WORK]);
  const put = (i: number, changed: Partial<BusyHours>): void =>
    setDraft(draft.map((each, at) => (at === i ? { ...each, ...changed } : each)));
  const keep = (): void =>
    change.mutate({ busy: draft }, { onSuccess: onDone, onError: (error) => void message.error(messageOf(error)) });
  return (
    <div className="popover-form">
      <span className="strong">They cannot come</span>
      {draft.map((each, i) => (
        <div key={i} className={cx('busy')}>
          <Select
            mode="multiple"
            aria-label={`Days ${i + 1}`}
            value={[...each.days]}
            options={WEEKDAYS.map((label, day) => ({ value: day + 1, label }))}
            onChange={(days: number[]) => put(i, { days: [...days].sort((a, b) => a - b) })}
          />
          <Time label={`From ${i + 1}`} minutes={each.from} onSet={(from) => put(i, { from })} />
          <Time label={`Until ${i + 1}`} minutes={each.until} onSet={(until) => put(i, { until })} />
          <Button
            type="text"
            icon={<X size={15} />}
            aria-label={`Take off ${i + 1}`}
            onClick={() => setDraft(draft.filter((_, at) => at !== i))}
          />
        </div>
      ))}
      {draft.length < MOST_BUSY && (
        <button type="button" className="link" onClick={() => setDraft([...draft, AT_WORK])}>
          Add other hours
        </button>
      )}
      <p className="tight">Times proposed to them and the order of a round keep clear of these hours.</p>
      <Button
        type="primary"
        loading={change.isPending}
        disabled={draft.some(({ days, from, until }) => days.length === 0 || from >= until)}
        onClick={keep}
      >
        Keep
      </Button>
    </div>
  );
}

interface TimeProps {
  readonly label: string;
  readonly minutes: number;
  readonly onSet: (minutes: number) => void;
}

function Time({ label, minutes, onSet }: TimeProps) {
  return (
    <Input
      type="time"
      aria-label={label}
      value={clockOf(minutes)}
      onChange={({ target }) => onSet(fromField(target.value) ?? minutes)}
    />
  );
}

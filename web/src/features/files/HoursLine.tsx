import type { ClientFile } from '@perambula/contract';
import { USUAL_QUIET } from '@perambula/core';
import { App, Button, Input } from 'antd';
import { useState } from 'react';
import { deployment } from '../../shared/deployment.js';
import { placeOf, quietSaid } from '../../shared/hours.js';
import { messageOf } from '../../shared/http.js';
import { useChangeHours } from '../clients/index.js';
import { SaidLine } from './SaidLine.js';
import { ZoneSelect } from './ZoneSelect.js';

/** When the household may be written to: its time zone, and the hours in which nothing is sent. */
export function HoursLine({ file: { id, hours } }: { readonly file: ClientFile }) {
  const { zone } = hours;
  return (
    <SaidLine button="Change" form={(onDone) => <HoursForm clientId={id} hours={hours} onDone={onDone} />}>
      <span className="soft">
        {quietSaid(hours)}
        {zone !== deployment().zone && `, time of ${placeOf(zone)}`}
      </span>
    </SaidLine>
  );
}

interface FormProps {
  readonly clientId: string;
  readonly hours: ClientFile['hours'];
  readonly onDone: () => void;
}

function HoursForm({ clientId, hours, onDone }: FormProps) {
  const change = useChangeHours(clientId);
  const { message } = App.useApp();
  const [draft, setDraft] = useState(hours);
  const keep = (): void => change.mutate(draft, { onSuccess: onDone, onError: (error) => void message.error(messageOf(error)) });
  return (
    <div className="popover-form">
      <label className="strong" htmlFor="hours-zone">
        Their time zone
      </label>
      <ZoneSelect
        id="hours-zone"
        value={draft.zone}
        onChange={(zone) => setDraft({ ...draft, zone: zone ?? deployment().zone })}
      />
      <label className="strong" htmlFor="hours-from">
        Nothing is sent from
      </label>
      <Input
        id="hours-from"
        type="time"
        value={draft.quietFrom}
        onChange={({ target }) => setDraft({ ...draft, quietFrom: target.value || USUAL_QUIET.quietFrom })}
      />
      <label className="strong" htmlFor="hours-until">
        until
      </label>
      <Input
        id="hours-until"
        type="time"
        value={draft.quietUntil}
        onChange={({ target }) => setDraft({ ...draft, quietUntil: target.value || USUAL_QUIET.quietUntil })}
      />
      <p className="tight">The same time twice: no quiet hours. What falls into them goes when they end.</p>
      <Button type="primary" loading={change.isPending} onClick={keep}>
        Keep
      </Button>
    </div>
  );
}

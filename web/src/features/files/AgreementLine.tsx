import type { ClientFile } from '@perambula/contract';
import { App, Button, Input } from 'antd';
import { useState } from 'react';
import { useNow } from '../../shared/clock.api.js';
import { deployment } from '../../shared/deployment.js';
import { isoDay } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useChangeClient } from '../clients/index.js';
import { SaidLine } from './SaidLine.js';

/** The signed buyer agreement that visits need: its term and scope, or that there is none. */
export function AgreementLine({ file }: { readonly file: ClientFile }) {
  const { agreement } = file;
  return (
    <SaidLine button={agreement ? 'Change' : 'Enter it'} form={(onDone) => <AgreementForm file={file} onDone={onDone} />}>
      {agreement ? (
        <span className="soft">
          Buyer agreement {isoDay(agreement.from)} to {isoDay(agreement.until)}, {agreement.scope}
        </span>
      ) : (
        <span className="chip chip-wait">no signed buyer agreement</span>
      )}
    </SaidLine>
  );
}

/** Asks for an agreement's term and scope. */
function AgreementForm({ file, onDone }: { readonly file: ClientFile; readonly onDone: () => void }) {
  const change = useChangeClient(file.id);
  const { message } = App.useApp();
  const today = useNow().slice(0, 10);
  const { agreement } = file;
  const [draft, setDraft] = useState<{ from?: string; until?: string; scope?: string }>({});
  const value = {
    from: agreement?.from ?? today,
    until: agreement?.until ?? '',
    scope: agreement?.scope ?? `Buying a home in ${deployment().place}`,
    ...draft,
  };
  const keep = (next: typeof value | null): void =>
    change.mutate({ agreement: next }, { onSuccess: onDone, onError: (error) => void message.error(messageOf(error)) });
  return (
    <div className="popover-form">
      <label className="strong" htmlFor="agreement-from">
        Signed, good from
      </label>
      <Input
        id="agreement-from"
        type="date"
        value={value.from}
        onChange={({ target }) => setDraft({ ...draft, from: target.value })}
      />
      <label className="strong" htmlFor="agreement-until">
        until
      </label>
      <Input
        id="agreement-until"
        type="date"
        value={value.until}
        onChange={({ target }) => setDraft({ ...draft, until: target.value })}
      />
      <label className="strong" htmlFor="agreement-scope">
        for
      </label>
      <Input id="agreement-scope" value={value.scope} onChange={({ target }) => setDraft({ ...draft, scope: target.value })} />
      <Button type="primary" disabled={!value.until} loading={change.isPending} onClick={() => keep(value)}>
        Keep in the file
      </Button>
      {agreement && <Button onClick={() => keep(null)}>There is none any more</Button>}
    </div>
  );
}

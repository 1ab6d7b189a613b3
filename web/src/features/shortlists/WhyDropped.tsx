import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { App, Input } from 'antd';
import { messageOf } from '../../shared/http.js';
import { useChangeItem } from './shortlists.api.js';

interface Props {
  readonly shortlist: Shortlist;
  readonly item: ShortlistItem;
  readonly name: string;
}

/** Why a home was dropped, in the agent's words. */
export function WhyDropped({ shortlist, item, name }: Props) {
  const change = useChangeItem(shortlist.id);
  const { message } = App.useApp();
  return (
    <Input.TextArea
      rows={2}
      placeholder="Why it was dropped"
      aria-label={`Why ${name} was dropped`}
      maxLength={300}
      defaultValue={item.why}
      onBlur={({ target }) =>
        target.value !== item.why &&
        change.mutate({ itemId: item.id, why: target.value }, { onError: (error) => void message.error(messageOf(error)) })
      }
    />
  );
}

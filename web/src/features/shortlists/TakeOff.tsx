import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { App, Button } from 'antd';
import { X } from 'lucide-react';
import { messageOf } from '../../shared/http.js';
import { offerPutBack } from '../../shared/putBack.js';
import { useRemoveItem, useRestoreItem } from './shortlists.api.js';

interface Props {
  readonly shortlist: Shortlist;
  readonly item: ShortlistItem;
  readonly name: string;
}

/** Takes a home off, and offers to put it back to where it was. */
export function TakeOff({ shortlist, item, name }: Props) {
  const remove = useRemoveItem(shortlist.id);
  const restore = useRestoreItem(shortlist.id);
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const takenOff = (): void =>
    offerPutBack(message, `off-${item.id}`, `${name} was taken off.`, () => restore.mutate(item.id, { onError }));
  return (
    <Button
      type="text"
      aria-label={`Take ${name} off the shortlist`}
      icon={<X size={15} />}
      onClick={() => remove.mutate(item.id, { onSuccess: takenOff, onError })}
    />
  );
}

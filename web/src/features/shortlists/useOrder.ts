import type { DragEndEvent } from '@dnd-kit/core';
import { arrayMove } from '@dnd-kit/sortable';
import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { App } from 'antd';
import { useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { useReorder } from './shortlists.api.js';

/** The order of a shortlist's homes, as they are dragged at once and as it is kept. */
export function useOrder(shortlist: Shortlist): {
  readonly order: readonly string[];
  readonly items: readonly ShortlistItem[];
  readonly drop: (event: DragEndEvent) => void;
  readonly step: (itemId: string, by: 1 | -1) => void;
} {
  const reorder = useReorder(shortlist.id);
  const { message } = App.useApp();
  const [moved, setMoved] = useState<readonly string[] | null>(null);
  const order = moved ?? shortlist.items.map(({ id }) => id);
  const items = order.flatMap((id) => shortlist.items.find((item) => item.id === id) ?? []);
  const move = (from: number, to: number): void => {
    if (from === to || to < 0 || to >= order.length) return;
    const next = arrayMove([...order], from, to);
    setMoved(next);
    reorder.mutate(next, { onError: (error) => void message.error(messageOf(error)), onSettled: () => setMoved(null) });
  };
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over) move(order.indexOf(String(active.id)), order.indexOf(String(over.id)));
  };
  const step = (itemId: string, by: 1 | -1): void => move(order.indexOf(itemId), order.indexOf(itemId) + by);
  return { order, items, drop, step };
}

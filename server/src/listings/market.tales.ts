import { Injectable } from '@nestjs/common';
import type { MarketChange, MarketTale } from '@perambula/core';
import { DataSource } from 'typeorm';

/** A listing as the market knows it; its tale is null where the feed has it no more. */
export interface ToldListing {
  readonly sequence: number;
  readonly listingKey: string;
  readonly tale: MarketTale | null;
}

interface TaleRow {
  readonly sequence: string;
  readonly listingKey: string;
  readonly status: string;
  readonly removed: number;
}

interface ChangeRow {
  readonly listingKey: string;
  readonly field: 'ListingKey' | 'ListPrice' | 'StandardStatus';
  readonly fromValue: string | null;
  readonly toValue: string | null;
  readonly at: Date;
}

/** What listings did, from when they were listed. */
@Injectable()
export class MarketTales {
  constructor(private readonly database: DataSource) {}

  /** Of the listings that changed after a sequence number, in its order, so many at most. */
  async after(sequence: number, most: number): Promise<ToldListing[]> {
    const rows = await this.database.query<TaleRow[]>(
      'SELECT sequence, listingKey, standardStatus AS status, removed FROM listings WHERE sequence > ? ORDER BY sequence LIMIT ?',
      [sequence, most],
    );
    if (rows.length === 0) return [];
    const changes = await this.database.query<ChangeRow[]>(
      `SELECT listingKey, field, fromValue, toValue, at FROM listing_events
       WHERE listingKey IN (?) AND field IN ('ListingKey', 'ListPrice', 'StandardStatus') ORDER BY at, id`,
      [rows.map(({ listingKey }) => listingKey)],
    );
    const byKey = new Map<string, ChangeRow[]>();
    for (const change of changes) {
      const own = byKey.get(change.listingKey);
      if (own) own.push(change);
      else byKey.set(change.listingKey, [change]);
    }
    return rows.map(({ sequence: number, listingKey, status, removed }) => ({
      sequence: Number(number),
      listingKey,
      tale: removed === 0 ? taleOf(status, byKey.get(listingKey) ?? []) : null,
    }));
  }
}

function taleOf(status: string, rows: readonly ChangeRow[]): MarketTale {
  return {
    status,
    listedAt: rows.find(({ field }) => field === 'ListingKey')?.at.getTime() ?? null,
    changes: rows.flatMap(changeOf),
  };
}

function changeOf({ field, fromValue, toValue, at: date }: ChangeRow): MarketChange | [] {
  const at = date.getTime();
  if (field === 'StandardStatus') return { at, field, from: fromValue, to: toValue };
  if (field === 'ListPrice') return { at, field, from: numberOf(fromValue), to: numberOf(toValue) };
  return [];
}

function numberOf(text: string | null): number | null {
  const number = Number(text ?? NaN);
  return Number.isFinite(number) ? number : null;
}

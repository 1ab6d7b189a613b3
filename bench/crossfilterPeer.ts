import { inRing } from '@perambula/core';
import crossfilter from 'crossfilter2';
import type { Dimension, GroupAll } from 'crossfilter2';
import { KEEP_IN, KEEP_OUT } from './countedSearch.js';
import type { PeerRow } from './countedSearch.js';

type Value = string | number | boolean;

/** Beyond every value: crossfilter orders what it indexes, and a blank must fail. */
const BLANK = -1;
const inReach = new Set(['Coming Soon', 'Active', 'Active Under Contract', 'Pending', 'Hold']);

/** crossfilter2, which keeps an index a dimension and counts anew from what a changed filter adds and takes away. */
export class CrossfilterPeer {
  private readonly dimensions: Dimension<PeerRow, Value>[];
  /** What each dimension would let through with all the others' filters: fit and what it alone holds back or leaves blank. */
  private readonly others: GroupAll<PeerRow, number>[];

  constructor(rows: readonly PeerRow[]) {
    const filter = crossfilter<PeerRow>(rows.filter(({ StandardStatus }) => inReach.has(StandardStatus)));
    const values: ((row: PeerRow) => Value)[] = [
      (row) => row.ListPrice,
      (row) => row.BedroomsTotal ?? BLANK,
      (row) => row.Baths ?? BLANK,
      (row) => row.PropertySubType ?? '',
      (row) => row.LivingArea ?? BLANK,
      (row) => row.Conditions ?? '',
      (row) => row.YearBuilt ?? BLANK,
      (row) => row.GarageSpaces ?? BLANK,
      (row) => row.LotSizeAcres ?? BLANK,
      (row) => row.StandardStatus,
      (row) => inRing(row.Longitude, row.Latitude, KEEP_IN),
      (row) => inRing(row.Longitude, row.Latitude, KEEP_OUT),
    ];
    this.dimensions = values.map((value) => filter.dimension(value));
    this.others = this.dimensions.map((dimension) => dimension.groupAll<number>().reduceCount());
    this.filter = filter;
  }

  private readonly filter: crossfilter.Crossfilter<PeerRow>;

  /** All filters set anew. The areas' membership is already in their index here, which favours it. */
  countCold(most: number): { fit: number; lost: number[] } {
    for (const dimension of this.dimensions) dimension.filterAll();
    const [price, beds, baths, kind, area, conditions, year, garage, lot, status, keepIn, keepOut] = this.dimensions as [
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
      Dimension<PeerRow, Value>,
    ];
    price.filterRange([250_000, most + 1]);
    beds.filterRange([3, Infinity]);
    baths.filterRange([1.5, Infinity]);
    kind.filterFunction((value) => value === 'Single Family Residence' || value === 'Townhouse');
    area.filterRange([1200, Infinity]);
    conditions.filterFunction((value) => value !== '' && value !== 'Real Estate Owned' && value !== 'Auction');
    year.filterRange([1940, Infinity]);
    garage.filterRange([1, Infinity]);
    lot.filterRange([0.1, Infinity]);
    status.filterFunction((value) => value === 'Active' || value === 'Coming Soon');
    keepIn.filterExact(true);
    keepOut.filterExact(false);
    return this.read();
  }

  /** The price's ceiling moved: its best case, since it looks at the rows between the old end and the new one only. */
  countChanged(most: number): { fit: number; lost: number[] } {
    this.dimensions[0]?.filterRange([250_000, most + 1]);
    return this.read();
  }

  /** Fit, and for each condition what it alone keeps out, blank or not. */
  private read(): { fit: number; lost: number[] } {
    const fit = this.filter.groupAll().reduceCount().value() as number;
    return { fit, lost: this.others.map((group) => group.value() - fit) };
  }
}

import type { LonLat, MapFile, OnFoot } from '@perambula/core';
import { get } from './endpoint.js';

/** A parcel by its address, whether it was ever listed or not. */
export interface AddressPlace {
  readonly address: string;
  readonly at: LonLat;
  readonly parcelNumber: string;
}

export const findAddresses = get('places/addresses').takes<{ readonly sought: string }>().gives<AddressPlace[]>();

/** A piece of the county's map: a GeoJSON file by its name. */
export const getMapPiece = get('map/:piece').gives<MapFile>();

/** What one walks to from a listing: the nearest of each kind, the shortest walk first. */
export const getOnFoot = get('listings/:key/onFoot').gives<OnFoot[]>();

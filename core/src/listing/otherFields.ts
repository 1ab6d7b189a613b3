import type { Field } from './field.js';

/** What a record holds besides the fields of the catalogue, and who may see it: no search asks about it by that name. */
export const OTHER_FIELDS: Readonly<Record<string, NonNullable<Field['audience']>>> = {
  StreetDirPrefix: 'public',
  Longitude: 'public',
  Latitude: 'public',
  ListingKey: 'public',
  PropertyType: 'public',
  PropertySubType: 'public',
  PropertySubTypeAdditional: 'public',
  StandardStatus: 'public',
  Rooms: 'public',
  ElevationUnits: 'public',
  ListAgentKey: 'agent',
  ListOfficeKey: 'agent',
  ListAgentEmail: 'agent',
  InternetEntireListingDisplayYN: 'agent',
  InternetAddressDisplayYN: 'agent',
  InternetAutomatedValuationDisplayYN: 'agent',
  InternetConsumerCommentYN: 'agent',
};

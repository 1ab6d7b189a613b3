import type { County, Member } from './county.js';
import { documentsOf } from './documents.js';
import type { FeedRecord } from './feedRecord.js';
import { lonLat } from './ground.js';

import { gapsOf } from './gaps.js';
import { DWELLINGS } from './lives.js';
import type { Listing, PropertyType } from './lives.js';
import { isOwnerAway, taxOf } from './ownership.js';
import { financingOf, particulars } from './particulars.js';
import { captionsOf } from './pictures/pictures.js';
import type { Parcel } from './parcels.js';
import { hasView } from './prices.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';
import { privateRemarks, publicRemarks } from './remarks.js';
import type { Occupant } from './remarks.js';
import { roomsOf } from './rooms.js';
import { signOf } from './streets.js';
import { SCHOOLS } from './schools.js';
import { zoningOf } from './zoning.js';

/** Types whose listings say how the land is zoned. */
const ZONED: ReadonlySet<string> = new Set(['Commercial Sale', 'Farm', 'Land']);

/** A listing's record as it stands at a moment, after all of its changes until then. */
export function recordAt(county: County, listing: Listing, number: number, now: number): FeedRecord {
  const record = newRecord(county, listing, number, randomOf(county.seed, 37, listing.parcel.id, number));
  record['PhotosCount'] = captionsOf(record, listing.parcel).length;
  record['DocumentsCount'] = documentsOf(record).length;
  for (const { at, changes } of listing.events) {
    if (at > now) break;
    Object.assign(record, changes);
    const moment = new Date(at).toISOString();
    record['ModificationTimestamp'] = moment;
    record['OriginalEntryTimestamp'] ??= moment;
    if ('StandardStatus' in changes) record['StatusChangeTimestamp'] = moment;
    if (changes['StandardStatus'] === 'Closed') record['BuyerFinancing'] = financingOf(listing.parcel.id + number);
  }
  return record;
}

/** When a listing last changed, or null while it has not entered yet. */
export function modifiedAt({ events }: Listing, now: number): number | null {
  return events.findLast(({ at }) => at <= now)?.at ?? null;
}

/** A listing's status at a moment, as its record has it. */
export function statusAt({ events }: Listing, now: number): unknown {
  return events.findLast(({ at, changes }) => at <= now && 'StandardStatus' in changes)?.changes['StandardStatus'] ?? null;
}

/** A parcel's number in the county's register. */
export function parcelNumberOf({ town, id }: Parcel): string {
  return `${(town.postal[0] as { code: string }).code.slice(-2)}-${String(id).padStart(5, '0')}`;
}

/** A parcel's address in one line. */
export function addressOf({ number, street, unit, town }: Parcel): string {
  return `${number} ${signOf(street)}${unit === null ? '' : ` #${unit}`}, ${town.name}`;
}

const SMALL_FARM_ACRES = 5;

/** A small farm is offered as a house, too. */
function isAlsoHouse({ acres }: Parcel, type: PropertyType): boolean {
  return type === 'Farm' && acres < SMALL_FARM_ACRES;
}

function newRecord(county: County, { parcel, type, events }: Listing, number: number, random: Random): FeedRecord {
  const year = new Date(events[0]?.at ?? 0).getUTCFullYear();
  const { home, town, street } = parcel;
  const [longitude, latitude] = lonLat(parcel.at);
  const dwelling = DWELLINGS.includes(type);
  const { blank, many } = gapsOf(random);
  const placed = !random.chance(0.006);
  const occupant = occupantOf(parcel, type, county.seed, random);
  const rooms = random.chance(0.12) ? [] : roomsOf(home, random);
  const onMain = rooms.filter(({ RoomType, RoomLevel }) => RoomType.endsWith('Bedroom') && RoomLevel === 'Main').length;
  const below = home.basement.includes('Finished') ? Math.round(home.livingArea * 0.02) * 10 : 0;
  return {
    ListingKey: `OST${String(number).padStart(7, '0')}`,
    ListingId: String(24_000_000 + number),
    OriginatingSystemName: 'Ostrey County Listing Exchange',
    PropertyType: type,
    PropertySubType: home.subType,
    PropertySubTypeAdditional: isAlsoHouse(parcel, type) ? ['Single Family Residence'] : [],
    ParcelNumber: parcelNumberOf(parcel),
    StreetNumber: parcel.number,
    StreetDirPrefix: street.directional || null,
    StreetName: street.name,
    StreetSuffix: street.suffix || null,
    UnitNumber: parcel.unit,
    BuildingName: parcel.building?.name ?? null,
    UnparsedAddress: addressOf(parcel),
    City: town.name,
    CountyOrParish: 'Ostrey',
    StateOrProvince: 'OS',
    PostalCode: parcel.postalCode,
    SubdivisionName: blank(parcel.district, 0.06),
    Longitude: placed ? longitude : null,
    Latitude: placed ? latitude : null,
    Elevation: Math.round(parcel.height * 3.28084),
    ElevationUnits: 'Feet',
    ElementarySchool: blank(parcel.schools.elementary, 0.12),
    MiddleOrJuniorSchool: blank(parcel.schools.middle, 0.16),
    HighSchool: blank(parcel.schools.high, 0.1),
    HighSchoolDistrict: SCHOOLS.find(({ name }) => name === parcel.schools.high)?.district ?? null,
    StandardStatus: null,
    ListPrice: null,
    OriginalListPrice: null,
    PreviousListPrice: null,
    ClosePrice: null,
    OnMarketDate: null,
    ...(dwelling ? dwellingFields(parcel, below, onMain, random) : {}),
    ...(type === 'Commercial Sale' ? { BuildingAreaTotal: home.livingArea, YearBuilt: home.yearBuilt } : {}),
    ...(ZONED.has(type) ? { Zoning: zoningOf(parcel) } : {}),
    RoomsTotal: dwelling && rooms.length > 0 ? rooms.filter(({ RoomType }) => !/Bath|Laundry/.test(RoomType)).length : null,
    Rooms: dwelling ? rooms : [],
    LotSizeAcres: blank(Math.round(parcel.acres * 10_000) / 10_000, parcel.building ? 0.7 : 0.02),
    LotFeatures: many(lotFeatures(parcel), 0.18),
    WaterfrontYN: blank(parcel.shoreMetres < 90, 0.14),
    ViewYN: blank(hasView(parcel), 0.3),
    View: hasView(parcel) ? [parcel.shoreMetres < 1200 ? 'Water' : 'Valley'] : [],
    Sewer: [home.town ? 'Public Sewer' : 'Septic Tank'],
    WaterSource: [home.town ? 'Public' : 'Well'],
    TaxAnnualAmount: blank(taxOf(parcel, county.seed, year - 1).tax, 0.08),
    TaxYear: year - 1,
    ...association(parcel, random),
    ...(type === 'Residential Lease'
      ? leaseFields(random)
      : { ListingTerms: many(['Cash', 'Conventional', ...(random.chance(0.3) ? ['FHA', 'VA'] : [])], 0.25) }),
    SpecialListingConditions: [type === 'Residential Lease' ? 'Standard' : conditionOf(random.unit())],
    PublicRemarks: publicRemarks(parcel, type === 'Residential Lease', year, random),
    PrivateRemarks: privateRemarks(parcel, occupant, type === 'Residential Lease', random),
    ShowingInstructions: SHOWING_INSTRUCTIONS[occupant],
    OccupantType: occupant,
    LockBoxSerialNumber: String(random.int(100000, 999999)),
    BuyerAgencyCompensation: String(random.pick([2, 2.25, 2.5])),
    ...agentFields(county, random),
    ...particulars(parcel, type, randomOf(county.seed, 41, parcel.id, number)),
    InternetEntireListingDisplayYN: !random.chance(0.02),
    InternetAddressDisplayYN: !random.chance(0.03),
    InternetAutomatedValuationDisplayYN: !random.chance(0.08),
    InternetConsumerCommentYN: !random.chance(0.06),
  };
}

const SHOWING_INSTRUCTIONS: Readonly<Record<Occupant, string>> = {
  Vacant: 'Vacant. Book with the office, go any day 9 am to 7 pm.',
  Tenant: 'Tenant at home. 24 hours’ notice, please.',
  Owner: 'Owner at home. Two hours’ notice; call the agent’s mobile first.',
};

/** Where the owner lives elsewhere, a home is empty or let. */
function occupantOf(parcel: Parcel, type: PropertyType, seed: number, random: Random): Occupant {
  if (random.chance(0.3)) return 'Vacant';
  const isLet = isOwnerAway(parcel, seed) || random.chance(type === 'Residential Lease' ? 0.5 : 0.02);
  return isLet ? 'Tenant' : 'Owner';
}

function dwellingFields({ home, building }: Parcel, below: number, onMain: number, random: Random): FeedRecord {
  const { blank, many } = gapsOf(random);
  const full = home.fullBaths;
  return {
    BedroomsTotal: home.bedrooms,
    MainLevelBedrooms: blank(onMain, 0.35),
    BathroomsFull: blank(full, 0.01),
    BathroomsThreeQuarter: home.threeQuarterBaths,
    BathroomsHalf: home.halfBaths,
    BathroomsTotalInteger: full + home.threeQuarterBaths + home.halfBaths,
    LivingArea: blank(home.livingArea, 0.03),
    LivingAreaSource: random.pick(['Assessor', 'Assessor', 'Owner', 'Appraiser']),
    BelowGradeFinishedArea: below > 0 ? blank(below, 0.2) : 0,
    YearBuilt: blank(home.yearBuilt, 0.02),
    StoriesTotal: blank(building?.levels ?? home.stories, 0.05),
    NumberOfUnitsTotal: home.units > 1 ? home.units : (building?.units ?? null),
    GarageYN: blank(home.garage > 0, 0.12),
    GarageSpaces: home.garage > 0 ? blank(home.garage, 0.14) : null,
    Basement: many(home.basement, 0.1),
    Heating: many([home.heating], 0.02),
    Cooling: many([home.cooling], 0.1),
    FireplacesTotal: blank(home.fireplaces, 0.16),
    ArchitecturalStyle: many([home.style], 0.22),
    ConstructionMaterials: many([home.walls], 0.15),
    Roof: many([home.roof], 0.24),
    Flooring: many(home.flooring, 0.26),
    Appliances: many(home.appliances, 0.2),
    InteriorFeatures: many(home.interior, 0.2),
    ExteriorFeatures: many(home.exterior, 0.22),
    PoolPrivateYN: blank(home.pool, 0.1),
    NewConstructionYN: blank(home.yearBuilt > 2023, 0.3),
    PropertyCondition: many([home.condition > 0.72 ? 'Updated/Remodeled' : home.condition < 0.28 ? 'Fixer' : 'Average'], 0.4),
  };
}

function association({ home, building }: Parcel, random: Random): FeedRecord {
  const joined = building !== null || home.subType === 'Townhouse';
  const monthly = building ? 140 + building.levels * 12 + random.unit() * 240 : 85 + random.unit() * 160;
  const frequency = random.pick(['Monthly', 'Monthly', 'Monthly', 'Quarterly', 'Annually']);
  const payments = { Monthly: 1, Quarterly: 3, Annually: 12 }[frequency] as number;
  return {
    AssociationYN: joined,
    AssociationFee: joined && !random.chance(0.07) ? Math.round(monthly * payments) : null,
    AssociationFeeFrequency: joined ? frequency : null,
  };
}

function leaseFields(random: Random): FeedRecord {
  return {
    LeaseTerm: random.pick(['12 Months', '12 Months', 'Month To Month', '24 Months']),
    Furnished: random.chance(0.12) ? 'Furnished' : 'Unfurnished',
    PetsAllowed: random.chance(0.2) ? [] : [random.pick(['Yes', 'No', 'Cats OK', 'Call'])],
  };
}

function conditionOf(u: number): string {
  if (u < 0.025) return 'Real Estate Owned';
  if (u < 0.035) return 'Short Sale';
  if (u < 0.042) return 'In Foreclosure';
  if (u < 0.05) return 'Auction';
  return u < 0.07 ? 'Probate Listing' : 'Standard';
}

function lotFeatures({ corner, street, height, shoreMetres }: Parcel): string[] {
  return [
    ...(corner ? ['Corner Lot'] : []),
    ...(['Ct', 'Cir'].includes(street.suffix) ? ['Cul-De-Sac'] : []),
    ...(height > 60 ? ['Sloped'] : ['Level']),
    ...(street.class === 'lane' ? ['Wooded'] : []),
    ...(shoreMetres < 90 ? ['Waterfront'] : []),
  ];
}

function agentFields(county: County, random: Random): FeedRecord {
  const member = random.pick<Member>(county.members);
  const office = county.offices.find(({ OfficeKey }) => OfficeKey === member.OfficeKey);
  return {
    ListAgentKey: member.MemberKey,
    ListAgentFullName: member.MemberFullName,
    ListAgentMobilePhone: member.MemberMobilePhone,
    ListAgentEmail: member.MemberEmail,
    ListOfficeKey: member.OfficeKey,
    ListOfficeName: office?.OfficeName ?? null,
    ListOfficePhone: office?.OfficePhone ?? null,
  };
}

import type { County, Member, Office } from './county.js';
import { lonLat } from './ground.js';
import { SUFFIX_WORDS } from './names.js';
import type { Parcel } from './parcels.js';
import type { Random } from './random.js';

/** A listing as the feed gives it, by RESO Data Dictionary names. */
export type FeedRecord = Record<string, string | number | boolean | readonly string[] | null>;

export type PropertyType = 'Residential' | 'Residential Lease' | 'Residential Income' | 'Land' | 'Farm' | 'Commercial Sale';

export function propertyTypeOf(parcel: Parcel, random: Random): PropertyType {
  switch (parcel.home.subType) {
    case 'Unimproved Land':
      return 'Land';
    case 'Farm':
      return 'Farm';
    case 'Retail':
      return 'Commercial Sale';
    case 'Duplex':
    case 'Triplex':
    case 'Quadruplex':
      return 'Residential Income';
    default:
      return random.chance(0.1) ? 'Residential Lease' : 'Residential';
  }
}

/** What a parcel is worth in dollars on a day, by place, size, age, condition, lot, water, trend and season. */
export function valueOf({ home, town, shoreMetres }: Parcel, day: number): number {
  const years = (day - 20_500) / 365;
  const trend = 1.032 ** years * (1 + 0.018 * Math.sin(((day % 365) / 365) * 2 * Math.PI - 1));
  const shore = 1 + 0.28 * Math.exp(-shoreMetres / 350);
  if (home.subType === 'Unimproved Land') return (38_000 + home.acres * 90_000) * shore * trend;
  const size = (home.livingArea / 1750) ** -0.22;
  const age = 1 - Math.min(0.18, Math.max(0, (2026 - home.yearBuilt) * 0.0016));
  const kind =
    { Condominium: 0.95, Townhouse: 0.97, 'Manufactured Home': 0.58, Farm: 1.05, Retail: 0.9 }[home.subType as string] ?? 1;
  const house = home.livingArea * town.perSquareFoot * size * age * kind * (0.8 + 0.38 * home.condition);
  return (house + home.acres * 42_000 + home.garage * 9_000 + (home.pool ? 14_000 : 0)) * shore * trend;
}

/** Money as sellers write it: ending in 900 or 500 or round. */
export function asking(value: number, random: Random): number {
  const step = value > 200_000 ? 5000 : value > 10_000 ? 1000 : 50;
  const round = Math.max(step, Math.round(value / step) * step);
  return step > 50 && random.chance(0.45) ? round - 100 : round;
}

/** The record of a parcel newly listed; dates and statuses are the market's to set. */
export function newRecord(
  county: County,
  parcel: Parcel,
  number: number,
  type: PropertyType,
  price: number,
  random: Random,
): FeedRecord {
  const { home, town, street } = parcel;
  const [longitude, latitude] = lonLat(parcel.at);
  const member = random.pick<Member>(county.members);
  const office = county.offices.find(({ OfficeKey }) => OfficeKey === member.OfficeKey) as Office;
  const dwelling = home.livingArea > 0;
  const blank = <T>(value: T, rate: number): T | null => (random.chance(rate) ? null : value);
  const association = home.subType === 'Condominium' || home.subType === 'Townhouse';
  const frequency = random.pick(['Monthly', 'Monthly', 'Monthly', 'Quarterly', 'Annually']);
  const monthly = Math.round(90 + random.unit() * 320);
  const vacant = random.chance(0.3);
  const streetName = [street.name, street.suffix].filter(Boolean).join(' ');
  const distress = random.unit();
  return {
    ListingKey: `OST${String(number).padStart(7, '0')}`,
    ListingId: `${24_000_000 + number}`,
    OriginatingSystemName: 'Ostrey County Listing Exchange',
    PropertyType: type,
    PropertySubType: home.subType,
    ParcelNumber: `${town.postalCode.slice(-2)}-${String(parcel.id).padStart(5, '0')}`,
    StreetNumber: String(parcel.number),
    StreetName: street.name,
    StreetSuffix: street.suffix,
    UnparsedAddress: `${parcel.number} ${streetName}, ${town.name}`,
    City: town.name,
    StateOrProvince: 'OS',
    PostalCode: town.postalCode,
    SubdivisionName: blank(parcel.district, 0.06),
    Longitude: random.chance(0.008) ? null : longitude,
    Latitude: random.chance(0.008) ? null : latitude,
    ListPrice: price,
    OriginalListPrice: price,
    PreviousListPrice: null,
    ClosePrice: null,
    BedroomsTotal: dwelling ? home.bedrooms : null,
    BathroomsFull: dwelling ? blank(home.fullBaths, 0.01) : null,
    BathroomsHalf: dwelling ? home.halfBaths : null,
    BathroomsTotalInteger: dwelling ? home.fullBaths + home.halfBaths : null,
    LivingArea: dwelling ? blank(home.livingArea, 0.03) : null,
    LotSizeAcres: blank(home.acres, association ? 0.5 : 0.02),
    YearBuilt: dwelling ? blank(home.yearBuilt, 0.02) : null,
    StoriesTotal: dwelling ? blank(home.stories, 0.05) : null,
    GarageYN: dwelling ? blank(home.garage > 0, 0.12) : null,
    GarageSpaces: dwelling && home.garage > 0 ? blank(home.garage, 0.14) : null,
    Basement: dwelling ? (random.chance(0.1) ? [] : home.basement) : [],
    Heating: dwelling ? [home.heating] : [],
    InteriorFeatures: dwelling && !random.chance(0.2) ? home.interior : [],
    WaterfrontYN: blank(parcel.shoreMetres < 90, 0.15),
    PoolPrivateYN: dwelling ? blank(home.pool, 0.1) : null,
    AssociationYN: association,
    AssociationFee: association
      ? blank(monthly * (frequency === 'Quarterly' ? 3 : frequency === 'Annually' ? 12 : 1), 0.07)
      : null,
    AssociationFeeFrequency: association ? frequency : null,
    TaxAnnualAmount: blank(Math.round(price * (type === 'Residential Lease' ? 2 : 0.0118)), 0.08),
    TaxYear: 2025,
    SpecialListingConditions: [
      distress < 0.025
        ? 'Real Estate Owned'
        : distress < 0.035
          ? 'Short Sale'
          : distress < 0.042
            ? 'In Foreclosure'
            : distress < 0.05
              ? 'Auction'
              : distress < 0.07
                ? 'Probate Listing'
                : 'Standard',
    ],
    PublicRemarks: publicRemarks(parcel, random),
    PrivateRemarks: privateRemarks(vacant, random),
    ShowingInstructions: vacant
      ? 'Vacant. Book with the office, go any day 9 am to 7 pm.'
      : random.chance(0.25)
        ? 'Tenant at home. 24 hours’ notice, please.'
        : 'Owner at home. Two hours’ notice; call the agent’s mobile first.',
    OccupantType: vacant ? 'Vacant' : random.chance(0.25) ? 'Tenant' : 'Owner',
    LockBoxSerialNumber: String(random.int(100000, 999999)),
    BuyerAgencyCompensation: String(random.pick([2, 2.25, 2.5])),
    ListAgentKey: member.MemberKey,
    ListAgentFullName: member.MemberFullName,
    ListAgentMobilePhone: member.MemberMobilePhone,
    ListAgentEmail: member.MemberEmail,
    ListOfficeKey: office.OfficeKey,
    ListOfficeName: office.OfficeName,
    ListOfficePhone: office.OfficePhone,
    InternetEntireListingDisplayYN: !random.chance(0.02),
    InternetAddressDisplayYN: !random.chance(0.03),
    InternetAutomatedValuationDisplayYN: !random.chance(0.08),
    InternetConsumerCommentYN: !random.chance(0.06),
    PhotosCount: dwelling ? 4 : 2,
  };
}

const OPENINGS = [
  'Corner lot near',
  'Quiet block by',
  'A short walk from',
  'Set back from the street near',
  'Sunny spot close to',
];

function publicRemarks({ home, street, district, town, shoreMetres }: Parcel, random: Random): string {
  if (home.livingArea === 0)
    return `${home.acres} acres at ${district}, ${town.name}. ${random.chance(0.5) ? 'Level, with road frontage.' : 'Gently sloping, part wooded.'} Soil test on file.`;
  const parts = [`${random.pick(OPENINGS)} ${district}.`];
  if (home.condition > 0.7) parts.push(`Kitchen redone in ${random.int(2017, 2025)}.`);
  if (home.condition < 0.3) parts.push('Bring your own plans; priced for the work it needs.');
  if (home.interior.includes('In-Law Floorplan')) parts.push('Separate suite with its own entrance.');
  if (home.basement.includes('Walk-Out Access')) parts.push('Dry walk-out basement.');
  if (random.chance(0.14)) parts.push('Workshop with bench and power.');
  if (random.chance(0.12)) parts.push('Bright room that has served as a studio.');
  if (random.chance(0.2)) parts.push('Deck over the side yard.');
  if (shoreMetres < 400) parts.push(shoreMetres < 90 ? 'On the water.' : 'Five minutes on foot to the shore.');
  if (home.garage > 1) parts.push(`Garage for ${home.garage}.`);
  parts.push(
    home.yearBuilt < 1945
      ? `Original trim throughout, built ${home.yearBuilt}.`
      : `On ${street.name} ${SUFFIX_WORDS[street.suffix] ?? street.suffix}.`.replace(/\s+\./, '.'),
  );
  return parts.join(' ');
}

function privateRemarks(vacant: boolean, random: Random): string {
  return [
    vacant
      ? 'Seller has moved; quick close possible.'
      : `Owner away on ${random.pick(['weekdays before 3', 'weekends', 'Tuesdays and Thursdays'])}.`,
    random.pick([
      'Shed and chest freezer do not stay.',
      'Survey on file.',
      'Roof quote available on request.',
      'Please remove shoes.',
    ]),
    random.pick(['Offers reviewed Monday noon.', 'No offers before the first open house.', 'Seller prefers a 45-day close.']),
  ].join(' ');
}

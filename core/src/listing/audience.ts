import { wordsOf } from '../text/words.js';
import type { FieldValue, ListingRecord } from './record.js';

/** Who reads a listing, from the fewest fields to the most. */
export const AUDIENCES = ['public', 'client', 'message', 'agent'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** What tells where a home stands: a seller can withhold it. */
const ADDRESS = [
  'UnparsedAddress',
  'StreetNumber',
  'StreetName',
  'StreetDirPrefix',
  'StreetSuffix',
  'UnitNumber',
  'BuildingName',
  'Longitude',
  'Latitude',
  'PostalCode',
] as const;

const FOR_EVERYBODY = [
  ...ADDRESS,
  'ListingKey',
  'ListingId',
  'OriginatingSystemName',
  'PropertyType',
  'PropertySubType',
  'StandardStatus',
  'ListPrice',
  'BedroomsTotal',
  'BathroomsFull',
  'BathroomsThreeQuarter',
  'BathroomsHalf',
  'BathroomsOneQuarter',
  'BathroomsTotalInteger',
  'LivingArea',
  'LotSizeAcres',
  'YearBuilt',
  'StoriesTotal',
  'MainLevelBedrooms',
  'RoomsTotal',
  'Rooms',
  'BelowGradeFinishedArea',
  'BuildingAreaTotal',
  'NumberOfUnitsTotal',
  'Cooling',
  'FireplacesTotal',
  'ArchitecturalStyle',
  'ConstructionMaterials',
  'Roof',
  'Flooring',
  'Appliances',
  'ExteriorFeatures',
  'NewConstructionYN',
  'PropertyCondition',
  'LotFeatures',
  'ViewYN',
  'View',
  'Sewer',
  'WaterSource',
  'Elevation',
  'ElevationUnits',
  'Zoning',
  'LeaseTerm',
  'Furnished',
  'PetsAllowed',
  'ElementarySchool',
  'MiddleOrJuniorSchool',
  'HighSchool',
  'HighSchoolDistrict',
  'GarageYN',
  'GarageSpaces',
  'Basement',
  'Heating',
  'InteriorFeatures',
  'WaterfrontYN',
  'PoolPrivateYN',
  'AssociationYN',
  'AssociationFee',
  'AssociationFeeFrequency',
  'City',
  'CountyOrParish',
  'StateOrProvince',
  'SubdivisionName',
  'PublicRemarks',
  'OnMarketDate',
  'ForSaleSince',
  'MilesToStation',
  'MilesToShore',
  'NextOpenHouse',
  'ActivationDate',
  'ListOfficeName',
  'ListOfficePhone',
  'PhotosCount',
  'ModificationTimestamp',
  'AboveGradeFinishedArea',
  'BedroomsPossible',
  'Levels',
  'EntryLevel',
  'YearBuiltEffective',
  'PropertyAttachedYN',
  'FoundationDetails',
  'CoolingYN',
  'HeatingYN',
  'FireplaceYN',
  'FireplaceFeatures',
  'LaundryFeatures',
  'WindowFeatures',
  'DoorFeatures',
  'AccessibilityFeatures',
  'GreenEnergyEfficient',
  'GreenEnergyGeneration',
  'SpaYN',
  'HomeWarrantyYN',
  'AttachedGarageYN',
  'CarportSpaces',
  'OpenParkingSpaces',
  'ParkingTotal',
  'ParkingFeatures',
  'LotSizeDimensions',
  'FrontageLength',
  'RoadSurfaceType',
  'RoadFrontageType',
  'Topography',
  'Vegetation',
  'Fencing',
  'PatioAndPorchFeatures',
  'PoolFeatures',
  'OtherStructures',
  'WaterfrontFeatures',
  'WaterBodyName',
  'HorseYN',
  'DirectionFaces',
  'Utilities',
  'AssociationFeeIncludes',
  'AssociationAmenities',
  'LandLeaseYN',
  'RentIncludes',
  'AvailabilityDate',
  'TenantPays',
  'Township',
  'CommunityFeatures',
  'SeniorCommunityYN',
  'PossibleUse',
  'CurrentUse',
  'Inclusions',
  'Exclusions',
  'VideosCount',
] as const;

const FOR_A_CLIENT = [
  'ListingContractDate',
  'PriceChangeTimestamp',
  'StatusChangeTimestamp',
  'PreviousListPrice',
  'SpecialListingConditions',
  'TaxAnnualAmount',
  'TaxYear',
  'ListingTerms',
  'LivingAreaSource',
  'DocumentsCount',
  'ListAgentFullName',
  'YearBuiltSource',
  'LotSizeSource',
  'TaxAssessedValue',
  'Disclosures',
  'Possession',
  'MLSAreaMajor',
  'SecurityFeatures',
  'OffMarketDate',
  'ContingentDate',
] as const;

const FOR_THE_AGENT = [
  'OriginalListPrice',
  'ClosePrice',
  'CloseDate',
  'PurchaseContractDate',
  'WithdrawnDate',
  'ExpirationDate',
  'CancellationDate',
  'OriginalEntryTimestamp',
  'ParcelNumber',
  'PrivateRemarks',
  'ShowingInstructions',
  'OccupantType',
  'ListAgentKey',
  'ListOfficeKey',
  'ListAgentMobilePhone',
  'ListAgentEmail',
  'InternetEntireListingDisplayYN',
  'InternetAddressDisplayYN',
  'InternetAutomatedValuationDisplayYN',
  'InternetConsumerCommentYN',
  'GrossIncome',
  'OperatingExpense',
  'NetOperatingIncome',
  'CapRate',
  'BuyerFinancing',
  'Contingency',
] as const;

const FIELDS_OF: Readonly<Record<Audience, readonly string[]>> = {
  public: FOR_EVERYBODY,
  client: [...FOR_EVERYBODY, ...FOR_A_CLIENT],
  message: [...FOR_EVERYBODY, ...FOR_A_CLIENT],
  agent: [...FOR_EVERYBODY, ...FOR_A_CLIENT, ...FOR_THE_AGENT],
};

/** What a seller may say no to; a flag that says anything but yes says no. */
export const SELLER_FLAGS = [
  'InternetEntireListingDisplayYN',
  'InternetAddressDisplayYN',
  'InternetAutomatedValuationDisplayYN',
  'InternetConsumerCommentYN',
] as const;

/**
 * The part of a listing's fields that an audience may see. The agent's part is also all that is ever stored:
 * offers of compensation and lock codes are in none. A seller who shows no address shows it to the agent only, and what
 * others read names neither the street nor the building.
 */
export function forAudience(record: Readonly<Record<string, unknown>>, audience: Audience): ListingRecord {
  const withheld = audience !== 'agent' && !isAllowed(record, 'InternetAddressDisplayYN');
  const fields = FIELDS_OF[audience].filter(
    (field) => record[field] !== undefined && !(withheld && (ADDRESS as readonly string[]).includes(field)),
  );
  const value = (field: string): unknown =>
    withheld && FREE_TEXTS.has(field) ? unnamed(String(record[field] ?? ''), record) : record[field];
  return Object.fromEntries(fields.map((field) => [field, value(field) as FieldValue])) as unknown as ListingRecord;
}

/** The fields of a feed's record that may be kept at all. */
export const STORED_FIELDS: ReadonlySet<string> = new Set(FIELDS_OF.agent);

/**
 * Whether a listing may be shown to an audience at all: a seller can keep it off the internet altogether, and whoever
 * shows one names its listing office.
 */
export function mayShow(record: Readonly<Record<string, unknown>>, audience: Audience): boolean {
  if (audience === 'agent') return true;
  const { ListOfficeName: office } = record;
  return isAllowed(record, 'InternetEntireListingDisplayYN') && typeof office === 'string' && office.trim() !== '';
}

/** The address as it may be shown, or where the home is when the seller withholds it. */
export function addressShown(record: Readonly<Record<string, unknown>>): string {
  const { UnparsedAddress: address, City: city } = record;
  return typeof address === 'string' ? address : `Address withheld by the seller, ${String(city)}`;
}

/** A flag that a feed does not carry allows; one that it carries does so only by a plain yes. */
function isAllowed(record: Readonly<Record<string, unknown>>, flag: (typeof SELLER_FLAGS)[number]): boolean {
  return record[flag] === undefined || record[flag] === true;
}

/** Where a street may be named in passing. */
const FREE_TEXTS: ReadonlySet<string> = new Set([
  'PublicRemarks',
  'Inclusions',
  'Exclusions',
  'SubdivisionName',
  'LotSizeDimensions',
]);

/** A text without its sentences that name the street, the building or the postal code of a home. */
function unnamed(text: string, record: Readonly<Record<string, unknown>>): string {
  const names = [record['StreetName'], record['BuildingName'], record['UnparsedAddress'], record['PostalCode']].flatMap((name) =>
    typeof name === 'string' && name.trim() !== '' ? ` ${plainWords(name)} ` : [],
  );
  const tells = (part: string): boolean => names.some((name) => ` ${plainWords(part)} `.includes(name));
  if (!tells(text)) return text;
  return text
    .split(/(?<=[.!?;])\s+|\n+/)
    .filter((sentence) => !tells(sentence))
    .join(' ');
}

function plainWords(text: string): string {
  return wordsOf(text).join(' ');
}

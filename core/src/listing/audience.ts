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

/**
 * The part of a listing's fields that an audience may see. The agent's part is also all that is ever stored:
 * offers of compensation and lock codes are in none. A seller who shows no address shows it to the agent only.
 */
export function forAudience(record: Readonly<Record<string, unknown>>, audience: Audience): ListingRecord {
  const withheld = audience !== 'agent' && record['InternetAddressDisplayYN'] === false ? (ADDRESS as readonly string[]) : [];
  const fields = FIELDS_OF[audience].filter((field) => record[field] !== undefined && !withheld.includes(field));
  return Object.fromEntries(fields.map((field) => [field, record[field] as FieldValue])) as unknown as ListingRecord;
}

/** The fields of a feed's record that may be kept at all. */
export const STORED_FIELDS: ReadonlySet<string> = new Set(FIELDS_OF.agent);

/** Whether a listing may be shown to an audience at all: a seller can keep it off the internet altogether. */
export function mayShow(record: ListingRecord, audience: Audience): boolean {
  return audience === 'agent' || record['InternetEntireListingDisplayYN'] !== false;
}

/** The address as it may be shown, or where the home is when the seller withholds it. */
export function addressShown(record: ListingRecord): string {
  const { UnparsedAddress: address, City: city } = record;
  return typeof address === 'string' ? address : `Address withheld by the seller, ${String(city)}`;
}

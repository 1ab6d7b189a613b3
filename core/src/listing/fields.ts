import { bathsOf, feePerMonthOf, pricePerSquareFootOf } from './record.js';
import type { FieldValue, ListingRecord } from './record.js';
import { STATUSES } from './status.js';

export const PROPERTY_TYPES = [
  'Residential',
  'Residential Lease',
  'Residential Income',
  'Land',
  'Farm',
  'Commercial Sale',
] as const;
export type PropertyType = (typeof PROPERTY_TYPES)[number];

export type FieldType = 'number' | 'money' | 'date' | 'timestamp' | 'choice' | 'choices' | 'yesNo' | 'text';

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly group: 'Home' | 'Money' | 'Status' | 'Place' | 'Words';
  readonly type: FieldType;
  /** Steps a unit is divided into: 4 for baths by quarters, 10,000 for acres; 1 for whole numbers. */
  readonly precision?: number;
  readonly unit?: string;
  readonly choices?: readonly string[];
  readonly synonyms?: readonly string[];
  /** Property types that have the field at all; absent means every one. */
  readonly kinds?: readonly PropertyType[];
  /** A derived field's own computation; absent means the record's field of the same name. */
  readonly derive?: (record: ListingRecord) => FieldValue;
  readonly hint?: string;
}

const DWELLINGS: readonly PropertyType[] = ['Residential', 'Residential Lease', 'Residential Income', 'Farm'];

const zeroUnless =
  (yesNo: string, amount: string) =>
  (record: ListingRecord): FieldValue =>
    record[yesNo] === false && record[amount] == null ? 0 : record[amount];

/** The towns of a feed are its own; the choices of these fields are read from the listings. */
export const FIELDS: readonly Field[] = [
  {
    name: 'PropertySubType',
    label: 'Kind',
    group: 'Home',
    type: 'choice',
    choices: [
      'Single Family Residence',
      'Townhouse',
      'Condominium',
      'Manufactured Home',
      'Duplex',
      'Triplex',
      'Quadruplex',
      'Unimproved Land',
      'Farm',
      'Retail',
      'Office',
    ],
    synonyms: ['house', 'subtype'],
  },
  { name: 'BedroomsTotal', label: 'Bedrooms', group: 'Home', type: 'number', kinds: DWELLINGS, synonyms: ['beds', 'br'] },
  {
    name: 'Baths',
    label: 'Baths',
    group: 'Home',
    type: 'number',
    precision: 4,
    kinds: DWELLINGS,
    derive: bathsOf,
    synonyms: ['bathrooms', 'ba'],
    hint: 'half baths counted',
  },
  {
    name: 'BathroomsFull',
    label: 'Full baths',
    group: 'Home',
    type: 'number',
    kinds: DWELLINGS,
    hint: 'leaves out a home with 1½; Baths counts halves',
  },
  { name: 'BathroomsHalf', label: 'Half baths', group: 'Home', type: 'number', kinds: DWELLINGS },
  {
    name: 'BathroomsTotalInteger',
    label: 'Bath rooms counted',
    group: 'Home',
    type: 'number',
    kinds: DWELLINGS,
    hint: 'each half bath counted as one',
  },
  {
    name: 'LivingArea',
    label: 'Living area',
    group: 'Home',
    type: 'number',
    unit: 'sq ft',
    kinds: DWELLINGS,
    synonyms: ['size', 'square feet', 'sqft'],
  },
  {
    name: 'LotSizeAcres',
    label: 'Lot',
    group: 'Home',
    type: 'number',
    precision: 10000,
    unit: 'ac',
    synonyms: ['acres', 'land', 'yard'],
  },
  { name: 'YearBuilt', label: 'Year built', group: 'Home', type: 'number', kinds: DWELLINGS, synonyms: ['age'] },
  { name: 'StoriesTotal', label: 'Stories', group: 'Home', type: 'number', kinds: DWELLINGS, synonyms: ['levels', 'floors'] },
  {
    name: 'GarageSpaces',
    label: 'Garage',
    group: 'Home',
    type: 'number',
    unit: 'spaces',
    kinds: DWELLINGS,
    derive: zeroUnless('GarageYN', 'GarageSpaces'),
    synonyms: ['parking', 'car'],
  },
  {
    name: 'Basement',
    label: 'Basement',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['None', 'Full', 'Partial', 'Finished', 'Unfinished', 'Walk-Out Access', 'Crawl Space'],
    synonyms: ['cellar'],
  },
  {
    name: 'Heating',
    label: 'Heating',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Heat Pump', 'Forced Air', 'Baseboard', 'Radiant', 'Wood Stove'],
  },
  {
    name: 'InteriorFeatures',
    label: 'Inside',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['In-Law Floorplan', 'Walk-In Closet(s)', 'Kitchen Island', 'Vaulted Ceiling(s)', 'Built-in Features'],
    synonyms: ['granny flat', 'in-law', 'accessory apartment'],
  },
  {
    name: 'MainLevelBedrooms',
    label: 'Bedrooms on the main level',
    group: 'Home',
    type: 'number',
    kinds: DWELLINGS,
    synonyms: ['ground floor', 'one level'],
  },
  { name: 'RoomsTotal', label: 'Rooms', group: 'Home', type: 'number', kinds: DWELLINGS, hint: 'baths and laundry not counted' },
  {
    name: 'NumberOfUnitsTotal',
    label: 'Units',
    group: 'Home',
    type: 'number',
    kinds: DWELLINGS,
    synonyms: ['flats', 'apartments'],
  },
  {
    name: 'BelowGradeFinishedArea',
    label: 'Finished below ground',
    group: 'Home',
    type: 'number',
    unit: 'sq ft',
    kinds: DWELLINGS,
  },
  { name: 'BuildingAreaTotal', label: 'Building area', group: 'Home', type: 'number', unit: 'sq ft', kinds: ['Commercial Sale'] },
  {
    name: 'FireplacesTotal',
    label: 'Fireplaces',
    group: 'Home',
    type: 'number',
    kinds: DWELLINGS,
    synonyms: ['hearth', 'chimney'],
  },
  {
    name: 'Cooling',
    label: 'Cooling',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Central Air', 'Ductless', 'Window Unit(s)', 'None'],
    synonyms: ['air conditioning', 'ac'],
  },
  {
    name: 'ArchitecturalStyle',
    label: 'Style',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: [
      'Bungalow',
      'Cape Cod',
      'Colonial',
      'Contemporary',
      'Cottage',
      'Craftsman',
      'Farmhouse',
      'Ranch',
      'Split Level',
      'Traditional',
      'Victorian',
    ],
    synonyms: ['architecture'],
  },
  {
    name: 'ConstructionMaterials',
    label: 'Walls',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Brick', 'Clapboard', 'Shingle Siding', 'Stucco', 'Vinyl Siding'],
    synonyms: ['siding', 'exterior walls'],
  },
  { name: 'Roof', label: 'Roof', group: 'Home', type: 'choices', kinds: DWELLINGS, choices: ['Asphalt', 'Metal', 'Slate'] },
  {
    name: 'Flooring',
    label: 'Flooring',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Hardwood', 'Carpet', 'Tile', 'Laminate', 'Concrete'],
    synonyms: ['wood floors'],
  },
  {
    name: 'Appliances',
    label: 'Appliances',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Range', 'Refrigerator', 'Dishwasher', 'Washer', 'Dryer', 'Microwave'],
  },
  {
    name: 'ExteriorFeatures',
    label: 'Outside',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Deck', 'Porch', 'Patio', 'Garden', 'Fenced Yard', 'Dock'],
    synonyms: ['yard', 'balcony'],
  },
  {
    name: 'PropertyCondition',
    label: 'Condition',
    group: 'Home',
    type: 'choices',
    kinds: DWELLINGS,
    choices: ['Updated/Remodeled', 'Average', 'Fixer'],
    synonyms: ['fixer', 'renovated'],
  },
  { name: 'NewConstructionYN', label: 'Newly built', group: 'Home', type: 'yesNo', kinds: DWELLINGS },
  {
    name: 'LotFeatures',
    label: 'About the lot',
    group: 'Home',
    type: 'choices',
    choices: ['Corner Lot', 'Cul-De-Sac', 'Level', 'Sloped', 'Wooded', 'Waterfront'],
  },
  { name: 'ViewYN', label: 'Has a view', group: 'Home', type: 'yesNo' },
  { name: 'View', label: 'View of', group: 'Home', type: 'choices', choices: ['Water', 'Valley'] },
  { name: 'Sewer', label: 'Sewer', group: 'Home', type: 'choices', choices: ['Public Sewer', 'Septic Tank'] },
  { name: 'WaterSource', label: 'Water from', group: 'Home', type: 'choices', choices: ['Public', 'Well'] },
  { name: 'WaterfrontYN', label: 'On the water', group: 'Home', type: 'yesNo', synonyms: ['waterfront', 'shore'] },
  { name: 'PoolPrivateYN', label: 'Pool', group: 'Home', type: 'yesNo', kinds: DWELLINGS },
  { name: 'ListPrice', label: 'List price', group: 'Money', type: 'money', synonyms: ['price', 'asking'] },
  { name: 'ClosePrice', label: 'Close price', group: 'Money', type: 'money', synonyms: ['sold for', 'sale price'] },
  {
    name: 'PricePerSquareFoot',
    label: 'Price per sq ft',
    group: 'Money',
    type: 'money',
    precision: 100,
    kinds: DWELLINGS,
    derive: pricePerSquareFootOf,
  },
  {
    name: 'FeePerMonth',
    label: 'Association fee',
    group: 'Money',
    type: 'money',
    unit: 'a month',
    kinds: DWELLINGS,
    derive: feePerMonthOf,
    synonyms: ['hoa', 'condo fee', 'dues'],
  },
  {
    name: 'AssociationFee',
    label: 'Association fee as stated',
    group: 'Money',
    type: 'money',
    kinds: DWELLINGS,
    derive: zeroUnless('AssociationYN', 'AssociationFee'),
  },
  { name: 'TaxAnnualAmount', label: 'Taxes', group: 'Money', type: 'money', unit: 'a year', synonyms: ['property tax'] },
  {
    name: 'ListingTerms',
    label: 'Terms',
    group: 'Money',
    type: 'choices',
    choices: ['Cash', 'Conventional', 'FHA', 'VA'],
    synonyms: ['financing', 'loan'],
  },
  {
    name: 'LeaseTerm',
    label: 'Lease',
    group: 'Money',
    type: 'choice',
    choices: ['12 Months', '24 Months', 'Month To Month'],
    kinds: ['Residential Lease'],
  },
  {
    name: 'Furnished',
    label: 'Furnished',
    group: 'Home',
    type: 'choice',
    choices: ['Furnished', 'Unfurnished'],
    kinds: ['Residential Lease'],
  },
  {
    name: 'PetsAllowed',
    label: 'Pets',
    group: 'Home',
    type: 'choices',
    choices: ['Yes', 'No', 'Cats OK', 'Call'],
    kinds: ['Residential Lease'],
  },
  {
    name: 'Status',
    label: 'Now',
    group: 'Status',
    type: 'choice',
    choices: STATUSES,
    derive: (r) => r['StandardStatus'],
    synonyms: ['standard status', 'active', 'sold'],
  },
  {
    name: 'SpecialListingConditions',
    label: 'Conditions',
    group: 'Status',
    type: 'choices',
    choices: [
      'Standard',
      'Real Estate Owned',
      'In Foreclosure',
      'Short Sale',
      'Auction',
      'Probate Listing',
      'Third Party Approval',
    ],
    synonyms: ['bank-owned', 'foreclosure', 'distressed'],
  },
  { name: 'OnMarketDate', label: 'On market', group: 'Status', type: 'date', synonyms: ['new', 'listed'] },
  { name: 'PriceChangeTimestamp', label: 'Price changed', group: 'Status', type: 'timestamp', synonyms: ['cut', 'reduced'] },
  { name: 'StatusChangeTimestamp', label: 'Status changed', group: 'Status', type: 'timestamp' },
  { name: 'PurchaseContractDate', label: 'Under contract', group: 'Status', type: 'date' },
  { name: 'CloseDate', label: 'Closed', group: 'Status', type: 'date', synonyms: ['sold'] },
  { name: 'WithdrawnDate', label: 'Withdrawn', group: 'Status', type: 'date' },
  { name: 'ExpirationDate', label: 'Expired', group: 'Status', type: 'date' },
  { name: 'CancellationDate', label: 'Canceled', group: 'Status', type: 'date' },
  { name: 'City', label: 'Town', group: 'Place', type: 'choice', synonyms: ['city', 'village'] },
  { name: 'PostalCode', label: 'Postal code', group: 'Place', type: 'choice', synonyms: ['zip'] },
  { name: 'SubdivisionName', label: 'District', group: 'Place', type: 'choice', synonyms: ['neighborhood', 'subdivision'] },
  { name: 'ElementarySchool', label: 'Elementary school', group: 'Place', type: 'choice', synonyms: ['school zone'] },
  { name: 'MiddleOrJuniorSchool', label: 'Middle school', group: 'Place', type: 'choice' },
  { name: 'HighSchool', label: 'High school', group: 'Place', type: 'choice' },
  { name: 'HighSchoolDistrict', label: 'School district', group: 'Place', type: 'choice' },
  { name: 'BuildingName', label: 'Building', group: 'Place', type: 'choice' },
  {
    name: 'Elevation',
    label: 'Height above the sea',
    group: 'Place',
    type: 'number',
    unit: 'ft',
    synonyms: ['elevation', 'hill', 'flood'],
  },
  { name: 'StreetName', label: 'Street', group: 'Place', type: 'text', derive: (r) => streetOf(r), synonyms: ['road'] },
  { name: 'UnparsedAddress', label: 'Address', group: 'Place', type: 'text' },
  { name: 'PublicRemarks', label: 'Public remarks', group: 'Words', type: 'text', synonyms: ['description', 'mentions'] },
  { name: 'PrivateRemarks', label: 'Private remarks', group: 'Words', type: 'text', synonyms: ['agent remarks'] },
];

const BY_NAME: ReadonlyMap<string, Field> = new Map(FIELDS.map((field) => [field.name, field]));

/** The field of that RESO (or derived) name, or undefined. */
export function fieldOf(name: string): Field | undefined {
  return BY_NAME.get(name);
}

/** The street as its directional, name and suffix, without the number; null when the name is blank. */
function streetOf(record: ListingRecord): string | null {
  if (typeof record['StreetName'] !== 'string') return null;
  return [record['StreetDirPrefix'], record['StreetName'], record['StreetSuffix']]
    .filter((part): part is string => typeof part === 'string' && part !== '')
    .join(' ');
}

/** A record's value of a field, derived fields included; undefined and null are both blank. */
export function valueOf(field: Field, record: ListingRecord): FieldValue {
  return field.derive ? field.derive(record) : record[field.name];
}

/** Whether a property type has the field at all: not applicable is not blank. */
export function appliesTo(field: Field, propertyType: FieldValue): boolean {
  return !field.kinds || field.kinds.includes(propertyType as PropertyType);
}

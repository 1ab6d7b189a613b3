type EdmType = 'String' | 'Int64' | 'Decimal' | 'Boolean' | 'Date' | 'DateTimeOffset' | 'Strings';

const PROPERTY: Readonly<Record<EdmType, string>> = {
  String:
    'ListingKey ListingId OriginatingSystemName PropertyType PropertySubType ParcelNumber StreetNumber StreetDirPrefix StreetName StreetSuffix UnitNumber BuildingName UnparsedAddress City CountyOrParish StateOrProvince PostalCode SubdivisionName ElevationUnits ElementarySchool MiddleOrJuniorSchool HighSchool HighSchoolDistrict StandardStatus LivingAreaSource AssociationFeeFrequency LeaseTerm Furnished Zoning PublicRemarks PrivateRemarks ShowingInstructions OccupantType LockBoxSerialNumber BuyerAgencyCompensation ListAgentKey ListAgentFullName ListAgentMobilePhone ListAgentEmail ListOfficeKey ListOfficeName ListOfficePhone LotSizeSource YearBuiltSource WaterBodyName DirectionFaces',
  Int64:
    'ListPrice OriginalListPrice PreviousListPrice ClosePrice BedroomsTotal MainLevelBedrooms BathroomsFull BathroomsThreeQuarter BathroomsHalf BathroomsTotalInteger YearBuilt StoriesTotal NumberOfUnitsTotal GarageSpaces FireplacesTotal RoomsTotal TaxAnnualAmount TaxYear AssociationFee PhotosCount DocumentsCount Elevation EntryLevel OpenParkingSpaces CarportSpaces ParkingTotal FrontageLength AboveGradeFinishedArea TaxAssessedValue GrossIncome OperatingExpense NetOperatingIncome',
  Decimal: 'Longitude Latitude LivingArea BelowGradeFinishedArea BuildingAreaTotal LotSizeAcres CapRate',
  Boolean:
    'GarageYN WaterfrontYN ViewYN PoolPrivateYN NewConstructionYN AssociationYN InternetEntireListingDisplayYN InternetAddressDisplayYN InternetAutomatedValuationDisplayYN InternetConsumerCommentYN PropertyAttachedYN CoolingYN HeatingYN FireplaceYN AttachedGarageYN SpaYN HorseYN HomeWarrantyYN',
  Date: 'OnMarketDate ListingContractDate ActivationDate PurchaseContractDate CloseDate WithdrawnDate CancellationDate ExpirationDate AvailabilityDate',
  DateTimeOffset: 'ModificationTimestamp OriginalEntryTimestamp StatusChangeTimestamp PriceChangeTimestamp',
  Strings:
    'Basement Heating Cooling ArchitecturalStyle ConstructionMaterials Roof Flooring Appliances InteriorFeatures ExteriorFeatures PropertyCondition LotFeatures View Sewer WaterSource ListingTerms PetsAllowed SpecialListingConditions Levels FoundationDetails LaundryFeatures WindowFeatures SecurityFeatures AccessibilityFeatures GreenEnergyEfficient GreenEnergyGeneration ParkingFeatures RoadSurfaceType RoadFrontageType Topography Vegetation Fencing PatioAndPorchFeatures PoolFeatures OtherStructures WaterfrontFeatures Utilities AssociationFeeIncludes AssociationAmenities RentIncludes TenantPays BuyerFinancing Disclosures Possession CommunityFeatures PossibleUse CurrentUse PropertySubTypeAdditional',
};

/** Property's fields whose values are look-ups. */
export const LOOKUPS: ReadonlySet<string> = new Set([
  ...'PropertyType PropertySubType StandardStatus LivingAreaSource LotSizeSource YearBuiltSource AssociationFeeFrequency LeaseTerm Furnished OccupantType DirectionFaces'.split(
    ' ',
  ),
  ...PROPERTY.Strings.split(' '),
]);

const OTHERS: readonly {
  readonly name: string;
  readonly key: string;
  readonly fields: Readonly<Partial<Record<EdmType, string>>>;
}[] = [
  { name: 'Member', key: 'MemberKey', fields: { String: 'MemberKey MemberFullName MemberEmail MemberMobilePhone OfficeKey' } },
  { name: 'Office', key: 'OfficeKey', fields: { String: 'OfficeKey OfficeName OfficePhone' } },
  {
    name: 'OpenHouse',
    key: 'OpenHouseKey',
    fields: {
      String: 'OpenHouseKey ListingKey OpenHouseStatus',
      Date: 'OpenHouseDate',
      DateTimeOffset: 'OpenHouseStartTime OpenHouseEndTime ModificationTimestamp',
    },
  },
  {
    name: 'Media',
    key: 'MediaKey',
    fields: {
      String: 'MediaKey ResourceName ResourceRecordKey MediaCategory MimeType ShortDescription MediaURL',
      Int64: 'Order',
    },
  },
  {
    name: 'HistoryTransactional',
    key: 'HistoryTransactionalKey',
    fields: {
      String: 'HistoryTransactionalKey ResourceName ResourceRecordKey FieldName PreviousValue NewValue',
      DateTimeOffset: 'ModificationTimestamp',
    },
  },
];

/** The names of Property's fields and their OData types. */
export function propertyFields(): ReadonlyMap<string, EdmType> {
  return new Map(
    Object.entries(PROPERTY).flatMap(([type, names]) => names.split(' ').map((name) => [name, type as EdmType] as const)),
  );
}

/** By the name of an enumeration its members, each with its standard name. */
export type Enumerations = ReadonlyMap<string, readonly (readonly [member: string, standardName: string])[]>;

/** What the feed holds, as OData 4.01's CSDL in XML; fields of the enumerations given are of those. */
export function metadata(enumerations: Enumerations = new Map()): string {
  const types = [
    entityType(
      'Property',
      'ListingKey',
      PROPERTY,
      enumerations,
      '<Property Name="Rooms" Type="Collection(Ostrey.Room)"/><NavigationProperty Name="Media" Type="Collection(Ostrey.Media)"/>',
    ),
    ...OTHERS.map(({ name, key, fields }) => entityType(name, key, fields, new Map(), '')),
    ...[...enumerations].map(([name, members]) => enumType(name, members)),
    '<ComplexType Name="Room"><Property Name="RoomType" Type="Edm.String"/><Property Name="RoomLevel" Type="Edm.String"/><Property Name="RoomDimensions" Type="Edm.String"/></ComplexType>',
  ];
  const sets = ['Property', ...OTHERS.map(({ name }) => name)].map(
    (name) => `<EntitySet Name="${name}" EntityType="Ostrey.${name}"/>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?><edmx:Edmx Version="4.01" xmlns:edmx="http://docs.oasis-open.org/odata/ns/edmx"><edmx:DataServices><Schema Namespace="Ostrey" xmlns="http://docs.oasis-open.org/odata/ns/edm">${types.join('')}<EntityContainer Name="Container">${sets.join('')}</EntityContainer></Schema></edmx:DataServices></edmx:Edmx>`;
}

function enumType(name: string, members: readonly (readonly [string, string])[]): string {
  const text = members.map(
    ([member, standard], i) =>
      `<Member Name="${member}" Value="${i}"><Annotation Term="RESO.OData.Metadata.StandardName" String="${standard.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}"/></Member>`,
  );
  return `<EnumType Name="${name}">${text.join('')}</EnumType>`;
}

function entityType(
  name: string,
  key: string,
  fields: Readonly<Partial<Record<EdmType, string>>>,
  enumerations: Enumerations,
  more: string,
): string {
  const properties = Object.entries(fields).flatMap(([type, names]) =>
    names.split(' ').map((field) => {
      const one = enumerations.has(field) ? `Ostrey.${field}` : `Edm.${type === 'Strings' ? 'String' : type}`;
      const edm = type === 'Strings' && !enumerations.has(field) ? `Collection(${one})` : one;
      return `<Property Name="${field}" Type="${edm}"${field === key ? ' Nullable="false"' : ''}/>`;
    }),
  );
  return `<EntityType Name="${name}"><Key><PropertyRef Name="${key}"/></Key>${properties.join('')}${more}</EntityType>`;
}

import type { FeedRecord } from './feedRecord.js';
import { gapsOf } from './gaps.js';
import type { Gaps } from './gaps.js';
import { DWELLINGS } from './lives.js';
import type { PropertyType } from './lives.js';
import type { Parcel } from './parcels.js';
import type { Random } from './random.js';

const FACES = ['North', 'Northeast', 'East', 'Southeast', 'South', 'Southwest', 'West', 'Northwest'];

/** The lesser fields of a listing, which offices fill in more or less as they please. */
export function particulars(parcel: Parcel, type: PropertyType, random: Random): FeedRecord {
  const { home, building, corner, height, street, shoreMetres } = parcel;
  const { blank, many } = gapsOf(random);
  const some = (...choices: readonly (readonly [string, number])[]): string[] =>
    choices.flatMap(([choice, share]) => (random.chance(share) ? [choice] : []));
  const lane = street.class === 'lane';
  return {
    LotSizeSource: random.pick(['Assessor', 'Assessor', 'Survey', 'Owner']),
    FrontageLength: building ? null : blank(Math.round(Math.sqrt(parcel.acres * 43_560) * (corner ? 1.1 : 0.7)), 0.6),
    RoadSurfaceType: many([lane ? random.pick(['Gravel', 'Paved', 'Dirt']) : 'Paved'], 0.45),
    RoadFrontageType: many([lane ? random.pick(['Private Road', 'County Road']) : 'City Street'], 0.55),
    Topography: many([height > 60 ? random.pick(['Sloping', 'Steep', 'Rolling']) : 'Level'], 0.5),
    Vegetation: many([lane ? random.pick(['Wooded', 'Partially Wooded']) : 'Grassed'], 0.7),
    DirectionFaces: blank(random.pick(FACES), 0.66),
    Utilities: many(
      [
        'Electricity Connected',
        ...(home.town ? ['Water Connected', 'Sewer Connected'] : ['Propane']),
        ...some(['Cable Available', 0.6]),
      ],
      0.3,
    ),
    WaterfrontFeatures: shoreMetres < 90 ? [random.pick(['Bay Front', 'River Front', 'Beach Front'])] : [],
    OtherStructures: many(
      some(['Shed(s)', 0.3], ['Workshop', 0.07], [type === 'Farm' ? 'Barn(s)' : 'Greenhouse', type === 'Farm' ? 0.8 : 0.02]),
      0.3,
    ),
    HorseYN: type === 'Farm' || parcel.acres > 4 ? blank(random.chance(0.4), 0.3) : null,
    CommunityFeatures: many(
      home.town ? ['Sidewalks', ...some(['Street Lights', 0.7], ['Park', 0.3], ['Playground', 0.2])] : [],
      0.4,
    ),
    Disclosures: many(home.yearBuilt > 0 && home.yearBuilt < 1978 ? ['Lead Based Paint'] : ['None'], 0.5),
    Possession: many([random.pick(['Close Of Escrow', 'Close Of Escrow', 'Negotiable'])], 0.4),
    PossibleUse: type === 'Land' ? many([random.pick(['Residential', 'Residential', 'Recreational', 'Timber'])], 0.3) : [],
    CurrentUse: type === 'Farm' ? ['Agricultural'] : type === 'Land' ? many(['Vacant'], 0.5) : [],
    BuyerFinancing: [],
    ...(DWELLINGS.includes(type) ? ofDwelling(parcel, blank, many, some, random) : {}),
    ...(type === 'Residential Lease' ? ofLease(many, random) : {}),
    ...(type === 'Residential Income' ? ofIncome(parcel, blank, random) : {}),
  };
}

/** How the buyer paid, for a closed sale. */
export function financingOf(number: number): string[] {
  return [['Conventional', 'Cash', 'Conventional', 'FHA', 'Conventional', 'VA'][number % 6] as string];
}

type Some = (...choices: readonly (readonly [string, number])[]) => string[];

function ofDwelling(
  { home, building, unit }: Parcel,
  blank: Gaps['blank'],
  many: Gaps['many'],
  some: Some,
  random: Random,
): FeedRecord {
  const attached = home.subType === 'Townhouse' || home.subType === 'Condominium';
  const open = building ? 1 : random.int(1, 4);
  const decked = home.exterior.filter((each) => each === 'Deck' || each === 'Patio');
  return {
    Levels: many([home.stories > 1 ? 'Two' : 'One'], 0.12),
    EntryLevel: unit === null ? null : blank(Math.floor(Number.parseInt(unit, 10) / 100) || 1, 0.1),
    YearBuiltSource: random.pick(['Assessor', 'Assessor', 'Owner', 'Estimated']),
    AboveGradeFinishedArea: blank(home.livingArea, 0.4),
    PropertyAttachedYN: blank(attached, 0.2),
    FoundationDetails: many(
      [home.basement.includes('None') ? 'Slab' : random.pick(['Concrete Perimeter', 'Block', 'Stone'])],
      0.4,
    ),
    HeatingYN: true,
    CoolingYN: blank(home.cooling !== 'None', 0.05),
    FireplaceYN: blank(home.fireplaces > 0, 0.04),
    LaundryFeatures: many(
      [random.pick(attached ? ['In Unit', 'Common Area'] : ['In Basement', 'Main Level', 'Upper Level'])],
      0.35,
    ),
    WindowFeatures: many(some(['Double Pane Windows', 0.7], ['Storm Window(s)', 0.2], ['Skylight(s)', 0.12]), 0.4),
    SecurityFeatures: many(['Smoke Detector(s)', ...some(['Carbon Monoxide Detector(s)', 0.5], ['Security System', 0.15])], 0.45),
    AccessibilityFeatures: some(['Accessible Entrance', 0.05], ['Accessible Full Bath', 0.03]),
    GreenEnergyEfficient: home.yearBuilt > 2010 ? many(['Insulation', 'Windows'], 0.4) : [],
    GreenEnergyGeneration: random.chance(0.05) ? ['Solar'] : [],
    SpaYN: blank(home.pool && random.chance(0.4), 0.3),
    HomeWarrantyYN: blank(random.chance(0.1), 0.5),
    AttachedGarageYN: home.garage > 0 ? blank(random.chance(0.6), 0.2) : null,
    CarportSpaces: random.chance(0.04) ? 1 : null,
    OpenParkingSpaces: blank(open, 0.5),
    ParkingTotal: blank(open + home.garage, 0.3),
    ParkingFeatures: many([building ? 'Assigned' : 'Driveway', ...(home.garage > 0 ? ['Garage'] : [])], 0.25),
    Fencing: many(home.exterior.includes('Fenced Yard') ? [random.pick(['Full', 'Wood', 'Partial'])] : ['None'], 0.4),
    PatioAndPorchFeatures: many([...decked, ...(home.exterior.includes('Porch') ? ['Front Porch'] : [])], 0.3),
    PoolFeatures: home.pool ? [random.pick(['In Ground', 'In Ground', 'Above Ground'])] : [],
    AssociationFeeIncludes: building ? many(['Maintenance Structure', 'Insurance', 'Trash', 'Snow Removal'], 0.3) : [],
    AssociationAmenities: building
      ? some(['Elevator(s)', building.levels > 3 ? 1 : 0], ['Fitness Center', 0.2], ['Storage', 0.4])
      : [],
  };
}

function ofLease(many: Gaps['many'], random: Random): FeedRecord {
  return {
    RentIncludes: many([random.pick(['Water', 'Heat', 'Trash Collection', 'None'])], 0.4),
    TenantPays: many(['Electricity', ...(random.chance(0.5) ? ['Internet'] : [])], 0.5),
  };
}

/** Rents, costs and what is left of them a year, in dollars. */
function ofIncome({ home }: Parcel, blank: Gaps['blank'], random: Random): FeedRecord {
  const gross = Math.round((home.livingArea * (12 + 5 * random.unit())) / 100) * 100;
  const costs = Math.round((gross * (0.28 + 0.16 * random.unit())) / 100) * 100;
  const told = !random.chance(0.3);
  return {
    GrossIncome: told ? gross : null,
    OperatingExpense: told ? costs : null,
    NetOperatingIncome: told ? blank(gross - costs, 0.2) : null,
  };
}

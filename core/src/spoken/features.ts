import type { PropertyType } from '../listing/kinds.js';
import type { Is } from '../search/document.js';
import type { Matcher } from './matcher.js';

/** A feature and what it asks for; said with "no" before it, the contrary. */
const ask = (pattern: string, field: string, is: Is): Matcher => ({
  pattern,
  add: ({ not, builder }) => builder.add(field, not ? contrary(is) : is),
});
const yes = (pattern: string, field: string): Matcher => ask(pattern, field, { yes: true });
const one = (pattern: string, field: string, ...anyOf: readonly string[]): Matcher => ask(pattern, field, { anyOf });

function contrary(is: Is): Is {
  if ('yes' in is) return { yes: !is.yes };
  if ('anyOf' in is) return { noneOf: is.anyOf };
  if ('noneOf' in is) return { anyOf: is.noneOf };
  return 'atLeast' in is ? { atMost: Number(is.atLeast) - 1 } : is;
}

const kind = (pattern: string, type: PropertyType): Matcher => ({
  pattern,
  add: ({ not, builder }) => {
    if (not) return false;
    builder.addKind(type);
  },
});

const KINDS: readonly Matcher[] = [
  one(
    '(?:single[ -]family )?houses?|single[ -]family(?: homes?| residences?)?|detached(?: homes?)?',
    'PropertySubType',
    'Single Family Residence',
  ),
  one('town ?(?:houses?|homes?)|row ?houses?', 'PropertySubType', 'Townhouse'),
  one('condos?|condominiums?|apartments?|flats?', 'PropertySubType', 'Condominium'),
  one('(?:manufactured|mobile) homes?', 'PropertySubType', 'Manufactured Home'),
  kind('rents?|rentals?|(?:to|for) rent|to let|leases?', 'Residential Lease'),
  kind('multi[ -]?famil(?:y|ies)|two to four units|income propert(?:y|ies)', 'Residential Income'),
  kind('land|plots?|building lots?|vacant lots?', 'Land'),
  kind('farms?', 'Farm'),
  kind('commercial(?: property| buildings?)?|shops?|offices for sale', 'Commercial Sale'),
  ...(['Duplex', 'Triplex', 'Quadruplex'] as const).map((name): Matcher => ({
    pattern: `${name.toLowerCase()}(?:es)?`,
    add: ({ not, builder }) => {
      if (!not) builder.addKind('Residential Income');
      builder.add('PropertySubType', not ? { noneOf: [name] } : { anyOf: [name] });
    },
  })),
];

const CONDITIONS: readonly Matcher[] = [
  one('bank[ -]owned|real estate owned|reo', 'SpecialListingConditions', 'Real Estate Owned'),
  one('(?:in )?foreclosures?|foreclosed', 'SpecialListingConditions', 'In Foreclosure'),
  one('short sales?', 'SpecialListingConditions', 'Short Sale'),
  one('auctions?', 'SpecialListingConditions', 'Auction'),
  one('probate(?: sales?)?|estate sales?', 'SpecialListingConditions', 'Probate Listing'),
  one('distressed(?: sales?)?', 'SpecialListingConditions', 'Real Estate Owned', 'In Foreclosure', 'Short Sale', 'Auction'),
];

const INSIDE: readonly Matcher[] = [
  yes('fire ?places?', 'FireplaceYN'),
  one('finished basements?', 'Basement', 'Finished'),
  one('walk-?out(?: basements?)?', 'Basement', 'Walk-Out Access'),
  one('full basements?', 'Basement', 'Full'),
  ask('basements?|cellars?', 'Basement', { noneOf: ['None', 'Crawl Space'] }),
  one(
    'in-?law(?: apartments?| suites?| flats?| floorplan)?|granny flats?|accessory apartments?',
    'InteriorFeatures',
    'In-Law Floorplan',
  ),
  one('walk-?in closets?', 'InteriorFeatures', 'Walk-In Closet(s)'),
  one('kitchen islands?', 'InteriorFeatures', 'Kitchen Island'),
  one('vaulted ceilings?', 'InteriorFeatures', 'Vaulted Ceiling(s)'),
  one('central (?:air(?: conditioning)?|ac)', 'Cooling', 'Central Air'),
  yes('air conditioning|a/?c', 'CoolingYN'),
  one('heat pumps?', 'Heating', 'Heat Pump'),
  one('radiant (?:heat(?:ing)?|floors?)', 'Heating', 'Radiant'),
  one('wood stoves?', 'Heating', 'Wood Stove'),
  one('hard ?wood(?: floors?| flooring)?', 'Flooring', 'Hardwood'),
  one('dish ?washers?', 'Appliances', 'Dishwasher'),
  one('washers? and dryers?|washer/dryer', 'Appliances', 'Washer'),
  one('solar(?: panels?)?', 'GreenEnergyGeneration', 'Solar'),
  yes('hot tubs?|spas?', 'SpaYN'),
  one('home offices?|an? office', 'RoomTypes', 'Office'),
  one('family rooms?', 'RoomTypes', 'Family Room'),
  one('dining rooms?', 'RoomTypes', 'Dining Room'),
  one('laundry(?: rooms?)?', 'RoomTypes', 'Laundry'),
  ask(
    '(?:main|first|ground)[ -](?:floor|level) (?:bedrooms?|master)|(?:an? )?bedrooms? on the (?:main|first|ground) (?:floor|level)',
    'MainLevelBedrooms',
    {
      atLeast: 1,
    },
  ),
  yes('(?:all )?bedrooms (?:all )?on one (?:floor|level)', 'BedroomsOnOneLevel'),
  one('wheelchair(?: access(?:ible)?)?|step-?free|accessible(?: entrance)?', 'AccessibilityFeatures', 'Accessible Entrance'),
  one('fixer(?:-?uppers?)?s?|needs work', 'PropertyCondition', 'Fixer'),
  one('updated|re(?:modeled|novated|done)', 'PropertyCondition', 'Updated/Remodeled'),
  yes('new(?:ly)? (?:built|construction)|brand new', 'NewConstructionYN'),
  one('furnished', 'Furnished', 'Furnished'),
  one('unfurnished', 'Furnished', 'Unfurnished'),
  one('pets?(?: allowed| ok(?:ay)?| welcome)?|dogs?(?: allowed| ok)?', 'PetsAllowed', 'Yes'),
  one('cats?(?: allowed| ok)?', 'PetsAllowed', 'Yes', 'Cats OK'),
  ...[
    'Bungalow',
    'Cape Cod',
    'Colonial',
    'Contemporary',
    'Cottage',
    'Craftsman',
    'Farmhouse',
    'Ranch',
    'Split Level',
    'Victorian',
  ].map((style) => one(`${style.toLowerCase()}s?(?: style| houses?| homes?)?`, 'ArchitecturalStyle', style)),
];

const OUTSIDE: readonly Matcher[] = [
  yes('(?:swimming )?pools?', 'PoolPrivateYN'),
  yes('water ?front|on the water|waterside', 'WaterfrontYN'),
  one('water ?views?|views? of the (?:water|sea|bay)|sea views?', 'View', 'Water'),
  yes('(?:good |nice )?views?', 'ViewYN'),
  ask('garages?', 'GarageSpaces', { atLeast: 1 }),
  yes('attached garages?', 'AttachedGarageYN'),
  ask('carports?', 'CarportSpaces', { atLeast: 1 }),
  one('driveways?', 'ParkingFeatures', 'Driveway'),
  one('decks?', 'ExteriorFeatures', 'Deck'),
  one('porch(?:es)?', 'ExteriorFeatures', 'Porch'),
  one('patios?', 'ExteriorFeatures', 'Patio'),
  one('gardens?', 'ExteriorFeatures', 'Garden'),
  one('fenced(?: in)?(?: yards?| gardens?)?', 'ExteriorFeatures', 'Fenced Yard'),
  one('docks?', 'ExteriorFeatures', 'Dock'),
  one('workshops?', 'OtherStructures', 'Workshop'),
  one('sheds?', 'OtherStructures', 'Shed(s)'),
  one('barns?', 'OtherStructures', 'Barn(s)'),
  one('green ?houses?', 'OtherStructures', 'Greenhouse'),
  one('corner lots?', 'LotFeatures', 'Corner Lot'),
  one('cul-?de-?sacs?', 'LotFeatures', 'Cul-De-Sac'),
  one('wooded(?: lots?)?', 'LotFeatures', 'Wooded'),
  one('(?:level|flat) (?:lots?|yards?)', 'LotFeatures', 'Level'),
  one('brick(?: walls| houses?)?', 'ConstructionMaterials', 'Brick'),
  one('clapboard', 'ConstructionMaterials', 'Clapboard'),
  one('stucco', 'ConstructionMaterials', 'Stucco'),
  one('metal roofs?', 'Roof', 'Metal'),
  one('slate roofs?', 'Roof', 'Slate'),
  one('(?:town|public|city) water', 'WaterSource', 'Public'),
  one('(?:a )?well(?: water)?', 'WaterSource', 'Well'),
  one('(?:town|public|city) sewer', 'Sewer', 'Public Sewer'),
  one('septic(?: tank| system)?', 'Sewer', 'Septic Tank'),
  one('elevators?', 'AssociationAmenities', 'Elevator(s)'),
  yes('horses?', 'HorseYN'),
  yes(
    '55 ?(?:\\+|plus|and (?:over|older|up))(?: communit(?:y|ies))?|(?:senior|adult) communit(?:y|ies)|senior living|age[ -]restricted',
    'SeniorCommunityYN',
  ),
  yes('(?:an )?(?:hoa|association)|association fees?', 'AssociationYN'),
  one('fha(?: loans?)?', 'ListingTerms', 'FHA'),
  one('va loans?', 'ListingTerms', 'VA'),
  ask('pictures|photos', 'PhotosCount', { atLeast: 1 }),
];

/** What a home is, has and stands on. */
export const FEATURE_MATCHERS: readonly Matcher[] = [...KINDS, ...CONDITIONS, ...INSIDE, ...OUTSIDE];

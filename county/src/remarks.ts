import { SUFFIX_WORDS } from './names.js';
import type { Parcel } from './parcels.js';
import { hasView } from './prices.js';
import type { Random } from './random.js';

const OPENINGS = [
  'Corner lot near',
  'Quiet block by',
  'A short walk from',
  'Set back from the street near',
  'Sunny spot close to',
  'Tucked in beside',
  'On the edge of',
];

/** A listing's public remarks: they agree with its fields, and now and then tell what the fields do not. */
export function publicRemarks(parcel: Parcel, rented: boolean, year: number, random: Random): string {
  const { home, street, district, town, shoreMetres, acres, building, unit } = parcel;
  if (home.subType === 'Unimproved Land')
    return `${acres.toFixed(2)} acres at ${district}, ${town.name}. ${random.chance(0.5) ? 'Level, with road frontage.' : 'Gently sloping, part wooded.'} ${parcel.floodZone === 'X' ? 'Soil test on file.' : 'Part of it in the flood zone; raised site plan on file.'}`;
  if (home.subType === 'Retail' || home.subType === 'Office')
    return `${home.subType === 'Retail' ? 'Shop' : 'Offices'} of ${home.livingArea.toLocaleString('en-US')} sq ft on ${street.name} ${wordOf(street.suffix)}. ${random.pick(['Parking behind.', 'Corner windows.', 'Two entrances.', 'Loading door at the rear.'])}`;
  const parts: string[] = [];
  if (building) {
    const floor = Number(/^\d+/.exec(unit ?? '1')?.[0] ?? 1) > 99 ? Math.floor(Number(unit) / 100) : Number(unit?.[0]);
    parts.push(
      `${floor === building.levels ? 'Top floor' : floor === 1 ? 'Ground floor' : `Floor ${floor} of ${building.levels}`} at ${building.name}.`,
    );
    if (building.levels > 4) parts.push('Elevator.');
  } else {
    const opening = parcel.corner ? 'Corner lot near' : random.pick(OPENINGS.slice(1));
    parts.push(`${opening} ${district}.`);
  }
  if (rented)
    parts.push(random.pick(['Twelve-month lease.', 'Lease of a year or longer.', 'Month to month after the first year.']));
  if (home.condition > 0.7)
    parts.push(year - home.yearBuilt < 11 ? 'Built and kept with care.' : `Kitchen redone in ${random.int(year - 9, year - 1)}.`);
  if (home.condition < 0.3) parts.push('Bring your own plans; priced for the work it needs.');
  if (home.interior.includes('In-Law Floorplan')) parts.push('Separate suite with its own entrance.');
  if (home.basement.includes('Walk-Out Access')) parts.push('Dry walk-out basement.');
  if (hasView(parcel)) parts.push(shoreMetres < 1200 ? 'Wide view over the sound.' : 'Long view down the valley.');
  if (random.chance(0.12)) parts.push('Workshop with bench and power.');
  if (random.chance(0.1)) parts.push('Bright room that has served as a studio.');
  if (home.exterior.includes('Deck')) parts.push(random.pick(['Deck over the side yard.', 'Deck off the kitchen.']));
  if (random.chance(0.05)) parts.push('Wired for a car charger.');
  if (random.chance(0.04)) parts.push('Roof replaced last year.');
  if (shoreMetres < 400) parts.push(shoreMetres < 90 ? 'On the water.' : 'Five minutes on foot to the shore.');
  if (home.garage > 1) parts.push(`Garage for ${home.garage}.`);
  if (home.pool) parts.push('Heated pool.');
  if (home.fireplaces > 0 && random.chance(0.6))
    parts.push(home.fireplaces > 1 ? 'Two fireplaces.' : 'Fireplace in the living room.');
  if (home.yearBuilt < 1945) parts.push(`Original trim throughout, built ${home.yearBuilt}.`);
  else if (parts.length < 3) parts.push(`On ${[street.name, wordOf(street.suffix)].filter(Boolean).join(' ')}, ${town.name}.`);
  return parts.join(' ');
}

export type Occupant = 'Owner' | 'Tenant' | 'Vacant';

/** What the listing agent tells other agents. */
export function privateRemarks({ home, building }: Parcel, occupant: Occupant, rented: boolean, random: Random): string {
  return [
    occupant === 'Vacant'
      ? rented
        ? 'Empty and cleaned; early start possible.'
        : 'Seller has moved; quick close possible.'
      : `${occupant} away on ${random.pick(['weekdays before 3', 'weekends', 'Tuesdays and Thursdays'])}.`,
    random.pick([
      'Please remove shoes.',
      ...(building
        ? [
            'Storage cage in the basement conveys.',
            'Move-ins are booked with the association.',
            'Parking space is marked with the unit’s number.',
          ]
        : [
            'Shed and chest freezer do not stay.',
            'Survey on file.',
            'Roof quote available on request.',
            home.town ? 'Water meter is in the side yard.' : 'Septic pumped in spring.',
            ...(occupant === 'Vacant' ? [] : ['Dog in the yard; it is all bark.']),
          ]),
    ]),
    rented
      ? random.pick(['Applications by Friday.', 'References, please.', ''])
      : random.pick([
          'Offers reviewed Monday noon.',
          'No offers before the first open house.',
          'Seller prefers a 45-day close.',
          'Seller will consider a rent-back.',
          '',
        ]),
  ]
    .filter(Boolean)
    .join(' ');
}

function wordOf(suffix: string): string {
  return SUFFIX_WORDS[suffix] ?? suffix;
}

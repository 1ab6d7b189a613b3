import type { Random } from './random.js';

export type SubType =
  | 'Single Family Residence'
  | 'Townhouse'
  | 'Condominium'
  | 'Manufactured Home'
  | 'Duplex'
  | 'Triplex'
  | 'Quadruplex'
  | 'Unimproved Land'
  | 'Farm'
  | 'Retail'
  | 'Office';

/** What stands on a parcel; it does not change with the market. */
export interface Home {
  readonly subType: SubType;
  readonly units: number;
  readonly bedrooms: number;
  readonly fullBaths: number;
  readonly threeQuarterBaths: number;
  readonly halfBaths: number;
  /** Square feet. */
  readonly livingArea: number;
  readonly yearBuilt: number;
  readonly stories: number;
  readonly garage: number;
  readonly fireplaces: number;
  readonly basement: readonly string[];
  readonly heating: string;
  readonly cooling: string;
  readonly walls: string;
  readonly roof: string;
  readonly style: string;
  readonly interior: readonly string[];
  readonly exterior: readonly string[];
  readonly appliances: readonly string[];
  readonly flooring: readonly string[];
  readonly pool: boolean;
  /** Town water and sewer, or a well and a septic system. */
  readonly town: boolean;
  /** 0 worn to 1 as new. */
  readonly condition: number;
}

/** A home of its kind on a lot; `fromCentre` is 0 in the middle of a town and 1 at its edge, more beyond. */
export function newHome(subType: SubType, fromCentre: number, random: Random): Home {
  const built = subType !== 'Unimproved Land';
  const trade = subType === 'Retail' || subType === 'Office';
  const attached = subType === 'Townhouse' || subType === 'Condominium';
  const units = { Duplex: 2, Triplex: 3, Quadruplex: 4 }[subType as string] ?? 1;
  const bedrooms = !built || trade ? 0 : bedroomsOf(subType, units, random);
  const livingArea = built ? areaOf(subType, bedrooms, random) : 0;
  const baths = built && !trade ? Math.max(units, Math.round(livingArea / 950 + random.normal() * 0.35)) : 0;
  const threeQuarterBaths = baths > 1 && random.chance(0.18) ? 1 : 0;
  const newest = attached ? 1984 : 1968;
  const drawn = Math.round(newest + random.normal() * 25 + Math.min(1.4, fromCentre) * 15);
  // folded back, so that the last year has no more homes than others
  const yearBuilt = Math.max(1874, drawn > 2025 ? 4050 - drawn : drawn);
  const stories =
    subType === 'Condominium' || subType === 'Manufactured Home' ? 1 : livingArea > 1450 && random.chance(0.64) ? 2 : 1;
  return {
    subType,
    units,
    bedrooms,
    fullBaths: baths - threeQuarterBaths,
    threeQuarterBaths,
    halfBaths: baths > 0 && random.chance(stories > 1 ? 0.66 : 0.28) ? 1 : 0,
    livingArea,
    yearBuilt,
    stories,
    garage:
      !built || trade ? 0 : attached ? random.int(0, 1) : Math.max(0, Math.min(3, Math.round(1.15 + random.normal() * 0.8))),
    fireplaces: bedrooms > 0 && random.chance(yearBuilt < 1990 ? 0.5 : 0.28) ? random.int(1, bedrooms > 3 ? 2 : 1) : 0,
    basement: basementOf(built && !attached && subType !== 'Manufactured Home', random),
    heating:
      yearBuilt > 2004
        ? 'Heat Pump'
        : random.pick(['Forced Air', 'Forced Air', 'Baseboard', 'Radiant', 'Heat Pump', 'Wood Stove']),
    cooling: yearBuilt > 1990 || random.chance(0.4) ? 'Central Air' : random.pick(['Window Unit(s)', 'None', 'Ductless']),
    walls: random.pick(
      yearBuilt < 1940
        ? ['Clapboard', 'Brick', 'Shingle Siding']
        : ['Vinyl Siding', 'Clapboard', 'Brick', 'Shingle Siding', 'Stucco'],
    ),
    roof: random.pick(['Asphalt', 'Asphalt', 'Asphalt', 'Metal', 'Slate']),
    style: styleOf(subType, yearBuilt, stories, random),
    interior: some(
      ['In-Law Floorplan', 'Walk-In Closet(s)', 'Kitchen Island', 'Vaulted Ceiling(s)', 'Built-in Features'],
      [attached ? 0.01 : 0.06, 0.35, 0.38, 0.14, 0.3],
      random,
    ),
    exterior: built
      ? some(['Deck', 'Porch', 'Patio', 'Garden', 'Fenced Yard', 'Dock'], [0.34, 0.42, 0.26, 0.3, 0.3, 0.01], random)
      : [],
    appliances:
      bedrooms > 0
        ? ['Range', 'Refrigerator', ...some(['Dishwasher', 'Washer', 'Dryer', 'Microwave'], [0.72, 0.5, 0.48, 0.55], random)]
        : [],
    flooring: built
      ? some(
          ['Hardwood', 'Carpet', 'Tile', 'Laminate', 'Concrete'],
          [yearBuilt < 1960 ? 0.8 : 0.45, 0.4, 0.5, 0.25, 0.03],
          random,
        )
      : [],
    pool: !attached && bedrooms > 2 && random.chance(0.06),
    town: fromCentre < 1.15,
    condition: Math.max(0, Math.min(1, 0.55 + random.normal() * 0.2 + (yearBuilt > 2012 ? 0.2 : 0))),
  };
}

function bedroomsOf(subType: SubType, units: number, random: Random): number {
  if (subType === 'Condominium') return random.pick([0, 1, 1, 2, 2, 2, 3]);
  if (units > 1) return units * random.int(1, 3);
  const middle = subType === 'Townhouse' ? 2.6 : subType === 'Manufactured Home' ? 2.3 : 3.1;
  return Math.max(1, Math.min(6, Math.round(middle + random.normal() * 0.85)));
}

function areaOf(subType: SubType, bedrooms: number, random: Random): number {
  if (subType === 'Retail' || subType === 'Office') return Math.round((900 + random.unit() ** 2 * 6200) / 10) * 10;
  const [base, each] = { Condominium: [430, 300], Townhouse: [460, 345], 'Manufactured Home': [420, 280] }[subType as string] ?? [
    520, 430,
  ];
  return Math.max(440, Math.round(((base as number) + bedrooms * (each as number) + random.normal() * 190) / 10) * 10);
}

function basementOf(possible: boolean, random: Random): string[] {
  if (!possible || random.chance(0.34)) return ['None'];
  return [
    random.pick(['Full', 'Partial', 'Crawl Space']),
    ...(random.chance(0.35) ? ['Finished'] : random.chance(0.3) ? ['Unfinished'] : []),
    ...(random.chance(0.2) ? ['Walk-Out Access'] : []),
  ];
}

function styleOf(subType: SubType, yearBuilt: number, stories: number, random: Random): string {
  if (subType === 'Condominium' || subType === 'Townhouse') return random.pick(['Contemporary', 'Traditional']);
  if (subType === 'Farm') return 'Farmhouse';
  if (yearBuilt < 1925) return random.pick(['Victorian', 'Colonial', 'Cottage']);
  if (stories === 1) return random.pick(['Ranch', 'Ranch', 'Cape Cod', 'Cottage', 'Bungalow']);
  return random.pick(yearBuilt > 1995 ? ['Contemporary', 'Craftsman', 'Traditional'] : ['Colonial', 'Cape Cod', 'Split Level']);
}

function some(from: readonly string[], chances: readonly number[], random: Random): string[] {
  return from.filter((_, i) => random.chance(chances[i] as number));
}

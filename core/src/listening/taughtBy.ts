/** A fact of a home that people's answers may teach a line of, and which ways it may go. */
export interface Taught {
  readonly field: string;
  readonly ways: readonly ('atLeast' | 'atMost' | 'anyOf' | 'noneOf' | 'yes' | 'no')[];
  /** Steps to which a limit is rounded, the coarsest first that fits between the homes. */
  readonly steps?: readonly number[];
  /** What people say when they mean it, whichever way: stems of words, Porter's. */
  readonly said?: readonly string[];
}

/**
 * Facts of the property and nothing else: no place, no school, nobody's name, nothing that stands for a group of people
 * whom the law protects. What is not here is never learned.
 */
export const TAUGHT: readonly Taught[] = [
  {
    field: 'ListPrice',
    ways: ['atMost'],
    steps: [50_000, 25_000, 10_000, 5_000, 1_000],
    said: ['price', 'expens', 'afford', 'budget', 'costli'],
  },
  { field: 'FeePerMonth', ways: ['atMost'], steps: [100, 50, 25, 10, 5, 1], said: ['fee', 'hoa', 'due', 'monthli'] },
  { field: 'TaxAnnualAmount', ways: ['atMost'], steps: [1_000, 500, 250, 100], said: ['tax'] },
  { field: 'BedroomsTotal', ways: ['atLeast'], steps: [1], said: ['bedroom', 'bed'] },
  { field: 'Baths', ways: ['atLeast'], steps: [1, 0.5, 0.25], said: ['bath', 'bathroom', 'shower', 'toilet'] },
  {
    field: 'LivingArea',
    ways: ['atLeast', 'atMost'],
    steps: [500, 250, 100, 50, 10],
    said: ['size', 'tight', 'cramp', 'small', 'tini', 'space', 'spaciou', 'larg', 'huge'],
  },
  {
    field: 'YearBuilt',
    ways: ['atLeast', 'atMost'],
    steps: [25, 10, 5, 1],
    said: ['old', 'older', 'new', 'newer', 'modern', 'charact', 'repair', 'condit', 'date', 'renov'],
  },
  {
    field: 'StoriesTotal',
    ways: ['atMost', 'atLeast'],
    steps: [1],
    said: ['stair', 'step', 'floor', 'level', 'stori', 'layout'],
  },
  { field: 'MainLevelBedrooms', ways: ['atLeast'], steps: [1], said: ['downstair'] },
  {
    field: 'LotSizeAcres',
    ways: ['atLeast', 'atMost'],
    steps: [1, 0.5, 0.25, 0.1, 0.05, 0.01],
    said: ['garden', 'yard', 'lot', 'grass', 'lawn', 'mow', 'land', 'outsid'],
  },
  { field: 'GarageSpaces', ways: ['atLeast'], steps: [1], said: ['garag', 'car', 'park'] },
  { field: 'FireplacesTotal', ways: ['atLeast'], steps: [1], said: ['fireplac', 'hearth'] },
  { field: 'PoolPrivateYN', ways: ['yes', 'no'], said: ['pool', 'swim'] },
  { field: 'WaterfrontYN', ways: ['yes', 'no'], said: ['waterfront', 'water'] },
  { field: 'ViewYN', ways: ['yes'], said: ['view'] },
  { field: 'NewConstructionYN', ways: ['yes', 'no'] },
  { field: 'AttachedGarageYN', ways: ['yes'] },
  { field: 'PropertySubType', ways: ['anyOf', 'noneOf'], said: ['condo', 'townhous', 'wall', 'neighbor', 'detach'] },
  { field: 'Sewer', ways: ['anyOf', 'noneOf'], said: ['septic', 'sewer', 'tank'] },
  { field: 'WaterSource', ways: ['anyOf', 'noneOf'], said: ['well'] },
  { field: 'Heating', ways: ['anyOf', 'noneOf'], said: ['heat', 'stove'] },
  { field: 'Cooling', ways: ['anyOf', 'noneOf'], said: ['cool', 'air'] },
  { field: 'Basement', ways: ['anyOf', 'noneOf'], said: ['basement', 'cellar'] },
  { field: 'InteriorFeatures', ways: ['anyOf'], said: ['kitchen', 'island', 'closet'] },
];

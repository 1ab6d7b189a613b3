import { bathsOf, dollars, fieldOf, plainNumber, valueOf } from '@perambula/core';
import type { Field, FieldValue, ListingRecord } from '@perambula/core';
import { Minus } from 'lucide-react';
import { isoDate, isoDay, thousands } from '../../shared/format.js';
import { shownValue } from './shownValue.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';

const cx = classesOf(listingsCss);

const SQUARE_FEET_PER_ACRE = 43_560;

/** What a home is, fact by fact; what its listing leaves blank is said to be blank. */
export function Facts({ listing }: { readonly listing: ListingRecord }) {
  return (
    <section>
      <h2>Facts</h2>
      <dl className={cx('facts')}>
        {factsOf(listing).map(([label, value, more]) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd className={value === 'left blank' ? 'is-blank' : ''}>
              {value === 'left blank' ? (
                <>
                  <Minus size={12} aria-hidden="true" /> left blank
                </>
              ) : (
                value
              )}{' '}
              <span className="tight">{more}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** A fact's label, what it is, and what more there is to say. */
type Fact = readonly [label: string, value: string, more?: string];

function factsOf(listing: ListingRecord): Fact[] {
  return [
    [label('PropertySubType'), shownValue(valueOf(fieldOf('PropertySubType') as Field, listing), false)],
    [label('YearBuilt'), shownValue(listing['YearBuilt'], false).replace(',', '')],
    [label('Baths'), shownValue(bathsOf(listing), false), bathsInParts(listing)],
    [label('LotSizeAcres'), ...lotSaid(listing['LotSizeAcres'])],
    [label('GarageSpaces'), garageSaid(listing)],
    [label('Basement'), shownValue(listing['Basement'], false)],
    [label('Heating'), shownValue(listing['Heating'], false)],
    [label('InteriorFeatures'), shownValue(listing['InteriorFeatures'], false)],
    [label('WaterfrontYN'), shownValue(listing['WaterfrontYN'], false)],
    ['Association', feeSaid(listing)],
    [
      label('TaxAnnualAmount'),
      typeof listing['TaxAnnualAmount'] === 'number' ? dollars(listing['TaxAnnualAmount']) : 'left blank',
      String(listing['TaxYear'] ?? ''),
    ],
    [label('SubdivisionName'), shownValue(listing['SubdivisionName'], false), String(listing['PostalCode'] ?? '')],
    ...(typeof listing['MilesToStation'] === 'number'
      ? [
          [
            label('MilesToStation'),
            `${listing['MilesToStation']} mi`,
            `to the shore ${String(listing['MilesToShore'] ?? '–')} mi`,
          ] as const,
        ]
      : []),
    [label('SpecialListingConditions'), shownValue(listing['SpecialListingConditions'], false)],
    [
      label('OnMarketDate'),
      typeof listing['OnMarketDate'] === 'string'
        ? isoDate(listing['OnMarketDate'])
        : typeof listing['ActivationDate'] === 'string'
          ? `from ${isoDay(listing['ActivationDate'])}`
          : 'not yet',
    ],
    [label('ParcelNumber'), String(listing['ParcelNumber'] ?? 'left blank')],
  ];
}

function lotSaid(acres: FieldValue | undefined): [string, string] {
  if (typeof acres !== 'number') return ['left blank', ''];
  return [`${plainNumber(acres)} ac`, `${thousands(Math.round(acres * SQUARE_FEET_PER_ACRE))} sq ft`];
}

function garageSaid({ GarageYN: has, GarageSpaces: spaces }: ListingRecord): string {
  if (has === false) return 'none';
  return spaces == null ? 'left blank' : `${String(spaces)} ${spaces === 1 ? 'space' : 'spaces'}`;
}

function feeSaid({ AssociationYN: has, AssociationFee: fee, AssociationFeeFrequency: often }: ListingRecord): string {
  if (!has) return 'none';
  return typeof fee === 'number' ? `${dollars(fee)} ${String(often).toLowerCase()}` : 'fee left blank';
}

/** "2 full, 1 three-quarter, 1 half" */
function bathsInParts(listing: ListingRecord): string {
  return (
    [
      ['BathroomsFull', 'full'],
      ['BathroomsThreeQuarter', 'three-quarter'],
      ['BathroomsHalf', 'half'],
    ] as const
  )
    .flatMap(([field, word]) => (typeof listing[field] === 'number' && listing[field] > 0 ? [`${listing[field]} ${word}`] : []))
    .join(', ');
}

const label = (name: string): string => (fieldOf(name) as Field).label;

import { AutoComplete, Input } from 'antd';
import { MapPin } from 'lucide-react';
import { useState } from 'react';
import { crossingsNamed, useMapAreas, useMapPlaces, useStreets } from '../namedPlaces/index.js';
import type { NamedArea, NamedPlace } from '../namedPlaces/index.js';
import { useAddresses } from './places.api.js';
import { areaPlace, bestNamed, placeAt } from './places.rules.js';

/** What tells an option from what is typed. */
const CHOSEN = 'place:';

interface Props {
  readonly label: string;
  readonly placeholder?: string;
  readonly onChoose: (place: NamedPlace, area: NamedArea | null) => void;
  readonly onLeave: () => void;
}

/** A place by its name, the streets that cross there, an address however spelled, or its latitude and longitude; and areas by name. */
export function PlaceField({ label, placeholder, onChoose, onLeave }: Props) {
  const [text, setText] = useState('');
  const sought = text.trim();
  const found = useAddresses(sought.slice(0, 120));
  const typed = placeAt(sought);
  const crossings = crossingsNamed(sought, useStreets());
  const areas = bestNamed(sought, useMapAreas());
  const addresses = found.isPlaceholderData ? [] : (found.data ?? []).map(({ address, at }) => ({ name: address, at }));
  const groups = [
    { label: 'Coordinates', places: typed ? [typed] : [] },
    { label: 'Crossings', places: crossings },
    { label: 'Places', places: bestNamed(sought, useMapPlaces()) },
    { label: 'Areas', places: areas.map(areaPlace) },
    { label: 'Addresses', places: addresses },
  ].filter(({ places }) => places.length > 0);
  const places = groups.flatMap((group) => group.places);
  return (
    <AutoComplete
      className="place-field"
      autoFocus
      value={text}
      defaultActiveFirstOption
      options={groups.map((group) => ({
        label: group.label,
        options: group.places.map((place) => ({ value: `${CHOSEN}${places.indexOf(place)}`, label: place.name })),
      }))}
      onChange={(value: string) => !value.startsWith(CHOSEN) && setText(value)}
      onSelect={(value: string) => {
        const place = places[Number(value.slice(CHOSEN.length))];
        if (place) onChoose(place, areas.find(({ name }) => name === place.name) ?? null);
        setText('');
      }}
      notFoundContent={sought.length >= 3 && !found.isFetching ? `Nothing here is called “${sought}”.` : null}
    >
      <Input
        size="small"
        prefix={<MapPin size={13} aria-hidden="true" />}
        aria-label={label}
        placeholder={placeholder ?? 'Ferry Square, an address, or click on the map'}
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return;
          event.stopPropagation();
          onLeave();
        }}
      />
    </AutoComplete>
  );
}

import { AutoComplete, Input } from 'antd';
import { MapPin } from 'lucide-react';
import { useState } from 'react';
import { useGazetteer } from './gazetteer.api.js';
import { useHomes } from './homes.api.js';
import { placeAt, placesNamed, placesOfHomes } from './places.rules.js';
import type { NamedPlace } from './places.rules.js';

/** What tells an option from what is typed. */
const CHOSEN = 'place:';

interface Props {
  readonly label: string;
  readonly onChoose: (place: NamedPlace) => void;
  readonly onLeave: () => void;
}

/** A place by its name, by an address however spelled, or by its latitude and longitude. */
export function PlaceField({ label, onChoose, onLeave }: Props) {
  const [text, setText] = useState('');
  const gazetteer = useGazetteer();
  const sought = text.trim();
  const homes = useHomes(sought.length >= 3 ? sought : '');
  const typed = placeAt(sought);
  const named = placesNamed(sought, gazetteer);
  const addresses = sought.length >= 3 && !homes.isPlaceholderData ? placesOfHomes(homes.data?.rows ?? []) : [];
  const groups = [
    { label: 'Coordinates', places: typed ? [typed] : [] },
    { label: 'Places', places: named },
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
        if (place) onChoose(place);
      }}
      notFoundContent={sought.length >= 3 && homes.isSuccess ? `Nothing here is called “${sought}”.` : null}
    >
      <Input
        size="small"
        prefix={<MapPin size={13} aria-hidden="true" />}
        aria-label={label}
        placeholder="Ferry Square, an address, or click on the map"
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return;
          event.stopPropagation();
          onLeave();
        }}
      />
    </AutoComplete>
  );
}

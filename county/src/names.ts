export const STREET_NAMES = [
  'Lantern', 'Cooper Ridge', 'Tidewell', 'Ropewalk', 'Heron', 'Netmaker', 'Tollgate', 'Eelgrass', 'Mooring', 'Quarry Bend', 'Sandpiper', 'Orchard Gate',
  'Tansy', 'Bellwether', 'Cordwain', 'Thimble', 'Saltbox', 'Windrow', 'Plover', 'Gannet', 'Juniper Hollow', 'Millrace', 'Oarsman', 'Fennel', 'Larkspur',
  'Whistler', 'Pilot House', 'Hawser', 'Kelp', 'Driftway', 'Sorrel', 'Bittern', 'Yarrow', 'Stonecrop', 'Capstan', 'Linden Row', 'Marl Pit', 'Teasel', 'Wicket',
  'Barleycorn', 'Spindle', 'Foxglove', 'Hay Barn', 'Curlew', 'Brindle', 'Candlewick', 'Osprey', 'Thatcher', 'Beacon', 'Chandlery', 'Sailmaker', 'Sycamore Turn',
  'Gooseberry', 'Puddingstone', 'Widgeon', 'Tern', 'Cressbrook', 'Hemlock Run', 'Bramble', 'Weir', 'Samphire', 'Ashlar', 'Quill', 'Mercer', 'Fuller', 'Tinker',
  'Harrow', 'Meadowlark', 'Crofter', 'Pennant', 'Topsail', 'Lockkeeper', 'Burdock', 'Hazel Dene', 'Rookery', 'Shearwater', 'Dovecote', 'Flint', 'Reedmace', 'Kestrel',
] as const;

export const SUFFIXES = ['St', 'Ave', 'Rd', 'Ln', 'Dr', 'Ct', 'Pl', 'Ter', 'Way'] as const;
export const SUFFIX_WORDS: Readonly<Record<string, string>> = {
  St: 'Street', Ave: 'Avenue', Rd: 'Road', Ln: 'Lane', Dr: 'Drive', Ct: 'Court', Pl: 'Place', Ter: 'Terrace', Way: 'Way',
};
export const ORDINALS = ['1st', '2nd', '3rd', '4th', '5th', '6th', '7th', '8th', '9th', '10th'] as const;

export const OFFICES = [
  'Harborline Homes', 'Dunlin & Rake Realty', 'Tern Street Brokers', 'Ostrey Shore Properties', 'Marl & Mason', 'Headland Residential', 'Quillon Coast Homes', 'Upland Farm & Land',
] as const;

export const FIRST_NAMES = [
  'Wendell', 'Marisol', 'Odette', 'Tobias', 'Farida', 'Lionel', 'Priya', 'Corwin', 'Ines', 'Hollis', 'Yusuf', 'Greta', 'Desmond', 'Anneke', 'Ruben', 'Saskia',
  'Piers', 'Noor', 'Alma', 'Jonah', 'Beatrix', 'Emeka', 'Lucinda', 'Matteo',
] as const;
export const LAST_NAMES = [
  'Achterberg', 'Okonwo', 'Tremblett', 'Varga', 'Penhallow', 'Sato-Lind', 'Ferrant', 'Quist', 'Mbeki-Rowe', 'Halloran', 'Duval', 'Ostrander', 'Kirkbride', 'Amadi', 'Fenwick',
  'Lazar', 'Thorsby', 'Vance', 'Carrow', 'Iverley',
] as const;

/** 206 street suffixes and their spellings after USPS Publication 28, appendix C1. */
declare module 'street-types' {
  const types: readonly { readonly suffix: string; readonly abbrs: readonly string[]; readonly standardAbbr: string }[];
  export default types;
}

/** Splits an address into its parts by the US Census Bureau's lists, after Geo::StreetAddress::US; a second opinion in tests. */
declare module 'parse-address' {
  const parser: { readonly parseLocation: (address: string) => { readonly type?: string } | null };
  export default parser;
}

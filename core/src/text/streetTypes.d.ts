/** 206 street suffixes and their spellings after USPS Publication 28, appendix C1. */
declare module 'street-types' {
  const types: readonly { readonly suffix: string; readonly abbrs: readonly string[]; readonly standardAbbr: string }[];
  export default types;
}

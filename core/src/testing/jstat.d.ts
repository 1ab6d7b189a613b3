declare module 'jstat' {
  export const jStat: { readonly beta: { readonly inv: (p: number, alpha: number, beta: number) => number } };
}

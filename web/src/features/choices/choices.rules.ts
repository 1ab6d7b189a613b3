import type { AllTheSame, ChoicePreview, LookedAt } from '@perambula/contract';

type Ticks = Readonly<Record<string, boolean>>;

/** Whether a home goes: as its agent ticked it, or else where there is no doubt of it; never where it is barred. */
export function goes({ listingKey, doubts, barred }: LookedAt, ticks: Ticks): boolean {
  return !barred && (ticks[listingKey] ?? doubts.length === 0);
}

/** What the agent has seen speak against homes that go all the same. */
export function allTheSame(going: readonly LookedAt[]): AllTheSame[] {
  return going.flatMap(({ listingKey, doubts }) =>
    doubts.length === 0 ? [] : [{ listingKey, doubts: doubts.map(({ kind }) => kind) }],
  );
}

/** "All 5 go." "4 go; 3 are left out, since something speaks against them." */
export function sayLook(homes: readonly LookedAt[], going: number): string {
  const out = homes.length - going;
  if (going === 0) return 'None goes: tick at least one.';
  if (out === 0) return homes.length === 1 ? 'It goes.' : `All ${homes.length} go.`;
  const doubted = homes.filter(({ doubts }) => doubts.length > 0).length;
  const why = doubted >= out ? `, since something speaks against ${out === 1 ? 'it' : 'them'}` : '';
  return `${going} ${going === 1 ? 'goes' : 'go'}; ${out} ${out === 1 ? 'is' : 'are'} left out${why}.`;
}

/** "Amara, Teo" of those who get it, by their first names. */
export function sayReaders(to: readonly { readonly name: string; readonly confirmed: boolean }[]): string {
  return to.flatMap(({ name, confirmed }) => (confirmed ? (name.split(' ')[0] ?? name) : [])).join(', ');
}

/** The homes that go to somebody: none where nobody has confirmed an address. */
export function goingTo({ homes, to }: Pick<ChoicePreview, 'homes' | 'to'>, ticks: Ticks): LookedAt[] {
  return sayReaders(to) === '' ? [] : homes.filter((home) => goes(home, ticks));
}

/** What becomes of a message to one of several: "2 of 3 go to Amara, Teo; left out: under contract." "Nothing goes: sent before." */
export function sayOne(preview: Pick<ChoicePreview, 'homes' | 'to'>, ticks: Ticks): string {
  const readers = sayReaders(preview.to);
  if (readers === '') return 'Nothing goes: nobody of this household has confirmed an address.';
  const going = goingTo(preview, ticks).length;
  const all = preview.homes.length;
  if (going === all) return `${going === 1 ? 'It goes' : `All ${going} go`} to ${readers}.`;
  const [doubt] = preview.homes.flatMap(({ doubts }) => doubts);
  const why = doubt ? doubt.said.replace(/\.(”?)$/, '$1') : null;
  if (going === 0) return `Nothing goes${why === null ? '' : `: ${why}`}.`;
  return `${going} of ${all} go to ${readers}${why === null ? '' : `; left out: ${why}`}.`;
}

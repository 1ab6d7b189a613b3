/** A style module, as Vite gives it: the class names of a file by the names that it writes. */
type StyleModule = Readonly<Record<string, string>>;

/**
 * Gives a component its class names: those of its style modules by the names written there, all others, which every page
 * shares, as they are.
 */
export function classesOf(...modules: readonly StyleModule[]): (names: string) => string {
  // rows that scroll ask for the same few again and again
  const known = new Map<string, string>();
  return (names) => {
    let found = known.get(names);
    if (found === undefined) {
      const each = names.split(' ').filter(Boolean);
      found = each.map((name) => modules.flatMap((styles) => styles[name] ?? [])[0] ?? name).join(' ');
      known.set(names, found);
    }
    return found;
  };
}

/** The listing to which an address within the application leads; null for another. */
export function linkedHome(address: string): string | null {
  const { pathname, searchParams, origin } = new URL(address, window.location.href);
  if (origin !== window.location.origin) return null;
  const [, key] = /^\/listings\/([^/]+)$/.exec(pathname) ?? [];
  return key === undefined ? searchParams.get('read') : decodeURIComponent(key);
}

/** The listing whose link has the focus; null where something else has it. */
export function focusedHome(): string | null {
  const { activeElement } = document;
  return activeElement instanceof HTMLAnchorElement ? linkedHome(activeElement.href) : null;
}

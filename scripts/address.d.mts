/** Lets the links in a demo's mail lead to the address that it is met at now, when it was met at another before. */
export function bringLinksTo(
  data: string,
  web: string,
  database: {
    readonly query: (sql: string) => { readonly stdout: string; readonly stderr: string; readonly status: number | null };
  },
): void;

export interface StackPart {
  kill(): void;
  stop(): Promise<void>;
}

export interface RunFile {
  readonly pid: number;
  readonly web: string;
  readonly database: {
    readonly host: string;
    readonly port: number;
    readonly name: string;
    readonly user: string;
    readonly password: string;
  };
  readonly feed: { readonly url: string; readonly token: string };
  readonly mail: { readonly smtp: string; readonly mailbox: string };
  readonly signIn: { readonly email: string; readonly password: string };
}

export interface OtherServer {
  readonly web: string;
  readonly server: StackPart;
  readonly healthy: () => Promise<void>;
}

export interface Stack {
  readonly run: RunFile;
  readonly server: StackPart;
  readonly feed: StackPart;
  readonly mail: StackPart;
  readonly database: StackPart & {
    /** Where its files are. */
    readonly folder: string;
    /** Runs SQL as root. */
    readonly query: (sql: string) => { readonly status: number | null; readonly stderr: string };
  };
  readonly healthy: () => Promise<void>;
  /** Starts another server over the same database, with some of its settings changed. */
  readonly another: (port: number, environment?: Readonly<Record<string, string>>) => Promise<OtherServer>;
  readonly stop: () => Promise<void>;
}

interface CountySize {
  readonly parcels?: number;
  readonly since?: string;
}

export const SMALL_COUNTY: CountySize;

export function startStack(options: {
  readonly data: string;
  readonly port: number;
  /** How much of the county the feed holds; all of it if absent. */
  readonly county?: CountySize;
  /** Ready only when all listings of the feed have been read. */
  readonly loaded?: boolean;
  /** Whether clients read their mail and say what they think, as the clock goes on. */
  readonly peopled?: boolean;
  /** For how many days they have done so. */
  readonly lived?: number;
  /** Its data need not outlive the machine. */
  readonly throwaway?: boolean;
}): Promise<Stack>;

export class MariaDb {
  constructor(options: {
    readonly folder: string;
    readonly port: number;
    readonly password: string;
    readonly throwaway?: boolean;
  });
  start(): Promise<void>;
  stop(): Promise<void>;
}

declare module '*/scripts/lib/packages.mjs' {
  export function ensurePostgres(): string;
}
declare module '*/scripts/lib/postgres.mjs' {
  interface Postgres {
    readonly url: (database: string) => string;
    readonly adminUrl: (database: string) => string;
    readonly port: number;
    readonly stop: () => void;
  }
  export function startPostgres(bin: string, folder: string): Promise<Postgres>;
  export function ensureDatabase(bin: string, postgres: Postgres, name: string): void;
}

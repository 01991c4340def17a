type Counts = Readonly<Record<string, Readonly<{ rows: number; sum: string }>>>;
export function backup(adminUrl: string, name: string, folder: string, secret: string): Promise<number>;
export function restore(
  adminUrl: string,
  name: string,
  folder: string,
  stateFile: string,
): Promise<{ rows: number; prepared: { DATABASE_URL: string; BETTER_AUTH_SECRET: string } }>;
export function differences(want: Counts, have: Counts): string[];

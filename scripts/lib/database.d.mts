export function prepareDatabase(
  adminUrl: string,
  name: string,
  stateFile: string,
): Promise<{ DATABASE_URL: string; BETTER_AUTH_SECRET: string; ownerUrl: string }>;
export function atDatabase(url: string, name: string): string;

/** Where a device keeps a walk as it is typed. */
export const walkKey = (zoneId: string) => `walk:${zoneId}`;

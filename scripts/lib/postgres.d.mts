export function freePort(wish?: number): Promise<number>;

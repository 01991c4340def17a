export const BIN: string;
export function freePort(wish?: number): Promise<number>;
export type Cluster = {
  start: () => Promise<string>;
  stop: () => void;
  destroy: () => void;
  isThere: () => boolean;
  isRunning: () => boolean;
};
export function cluster(root: string, options?: { isThrownAway?: boolean }): Cluster;

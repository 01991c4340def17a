export const ROOT: string;
export const DATA: string;
export function say(text: string): void;

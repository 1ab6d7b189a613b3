export const ROOT: string;
export function freePort(): Promise<number>;

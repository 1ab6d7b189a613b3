export function makeStarted(folder: string): Promise<void>;
export function copyOf(started: string): string;

/** A browser that is busy, or that asks first where to save, begins to read a file some time after it was handed it. */
const READ_BY_THEN_MS = 60_000;

/** Hands a file to the browser to be saved. */
export function download(file: Blob, name: string): void {
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(file), download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), READ_BY_THEN_MS);
}

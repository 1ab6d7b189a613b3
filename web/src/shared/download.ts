/** Hands a file to the browser to be saved. */
export function download(file: Blob, name: string): void {
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(file), download: name });
  link.click();
  URL.revokeObjectURL(link.href);
}

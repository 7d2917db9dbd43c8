/** Has the browser save what lies at an address under a name. */
export function saveFrom(url: string, name: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** Hands a file to the browser to be saved under a name. */
export function saveFile(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  saveFrom(url, name);
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

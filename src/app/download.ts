/** A file name from the project's name. */
export function fileNameOf(name: string, ending: string): string {
  const plain = name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '');
  return `${plain.slice(0, 80) || 'plucky-tempo'}${ending}`;
}

/** Hands a file to the person as a download. */
export function download(url: string, fileName: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = fileName;
  link.click();
}

/** Hands a file over. */
export function save(blob: Blob, fileName: string): void {
  const url = URL.createObjectURL(blob);
  download(url, fileName);
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** Hands a file to the browser's own way of keeping files. */
export function saveFile(name: string, parts: BlobPart[], type: string): void {
  const address = URL.createObjectURL(new Blob(parts, { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10000);
}

/** A name that any system keeps. */
export const fileName = (name: string, ending: string): string =>
  `${
    name
      .normalize('NFKD')
      .replace(/[^\w.-]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'piece'
  }${ending}`;

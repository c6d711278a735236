/** Hands a file to the browser's download. */
export function saveFile(name: string, content: Blob | string, type: string): void {
  const blob = typeof content === 'string' ? new Blob([content], { type }) : content;
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // the browser reads the blob after the click returns
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** A rig's name as the start of a file name. */
export function fileStem(name: string): string {
  return (
    name
      .trim()
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'rig'
  );
}

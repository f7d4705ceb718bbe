/** Hands a text or bytes to the browser to be saved under a name. */
export function saveFile(name: string, content: BlobPart, mediaType: string): void {
  const address = URL.createObjectURL(new Blob([content], { type: mediaType }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

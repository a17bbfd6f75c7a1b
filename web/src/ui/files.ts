/** Hands bytes to the person as a file. */
export function download(name: string, bytes: Blob) {
  const url = URL.createObjectURL(bytes);
  const a = document.createElement("a");
  a.href = url;
  a.download = name;
  a.click();
  URL.revokeObjectURL(url);
}

/** Purpose: handing a file to whoever sits at the desk. */

/** As the browser's own download, under a name. */
export function handOver(blob: Blob, name: string): void {
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(blob), download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href));
}

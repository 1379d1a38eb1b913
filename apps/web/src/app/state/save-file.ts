import type { TableFile } from '@hearty-ladle/core';

/** Hands a file to the browser, which saves it or asks where to. */
export function saveFile({ name, content }: TableFile): void {
  const bytes = Uint8Array.from(atob(content), (letter) => letter.charCodeAt(0));
  const url = URL.createObjectURL(new Blob([bytes], { type: 'application/octet-stream' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** A file of this browser, its bytes in base64. */
export async function readFile(file: File): Promise<TableFile> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return { name: file.name, content: base64Of(bytes) };
}

/** Pasted text as a file. */
export function pastedFile(text: string): TableFile {
  return { name: 'pasted.csv', content: base64Of(new TextEncoder().encode(text)) };
}

/** Hands a text to the browser as a file, marked as UTF-8 for spreadsheets. */
export function saveText(name: string, text: string): void {
  saveFile({ name, content: base64Of(new TextEncoder().encode(`\ufeff${text}`)) });
}

const AT_ONCE = 8_192;

function base64Of(bytes: Uint8Array): string {
  let letters = '';
  for (let i = 0; i < bytes.length; i += AT_ONCE) letters += String.fromCharCode(...bytes.subarray(i, i + AT_ONCE));
  return btoa(letters);
}

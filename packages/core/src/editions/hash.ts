import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import canonicalize from 'canonicalize';
import type { Menu } from '../menu/document.ts';

/** SHA-256, in lower-case hex, of a document's canonical JSON (RFC 8785): equal for equal documents, however written. */
export function hashOf(menu: Menu): string {
  return bytesToHex(sha256(utf8ToBytes(canonicalize(menu) ?? '')));
}

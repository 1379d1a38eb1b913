import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import canonicalize from 'canonicalize';

/** SHA-256, in lower-case hex, of a document's canonical JSON (RFC 8785): equal for equal documents, however written. */
export function hashOf(document: object): string {
  return bytesToHex(sha256(utf8ToBytes(canonicalize(document) ?? '')));
}

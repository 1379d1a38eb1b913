import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { PASSWORD_LENGTH } from '@hearty-ladle/core';
import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';

/**
 * Argon2id with the first of the parameters that the OWASP Password Storage Cheat Sheet recommends: 19 MiB of memory, two
 * passes, one lane.
 */
const ARGON2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
const TOKEN_BYTES = 32;

/** As NIST SP 800-63B has it: Unicode is normalised before it is hashed. */
const normal = (secret: string) => secret.normalize('NFKC');

/** The Argon2id hash of a password or PIN, with its salt and parameters in it. */
export async function hashSecret(secret: string): Promise<string> {
  return hash(normal(secret), ARGON2);
}

let nobodysHash: Promise<string> | undefined;

/** Whether a secret is the one that was hashed. Without a hash it is not, and takes as long to say so. */
export async function isSecret(hashed: string | null | undefined, secret: string): Promise<boolean> {
  const known = hashed ?? (await (nobodysHash ??= hashSecret(newToken())));
  const isRight = await verify(known, normal(secret));
  return isRight && typeof hashed === 'string';
}

/** A token that can't be guessed. */
export function newToken(): string {
  return randomBytes(TOKEN_BYTES).toString('base64url');
}

/** What is stored of a token: it is random enough to need no slow hash. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('base64url');
}

/** A text with the signature of this installation. */
export function signed(text: string, secret: string): string {
  return `${text}.${createHmac('sha256', secret).update(text).digest('base64url')}`;
}

/** Whether a text was signed here. Takes the same time whatever is wrong with it. */
export function isSigned(text: string, secret: string): boolean {
  const [expected, given] = [signed(text.split('.')[0] ?? '', secret), text].map((it) => Buffer.from(it));
  return expected !== undefined && given?.length === expected.length && timingSafeEqual(expected, given);
}

export type PasswordFault = 'too-short' | 'too-long' | 'too-common';

const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'] as readonly string[]);
/** A unit this short, repeated, is no better than itself: “abcabcabcabc”. */
const SHORT_UNIT = 4;

/**
 * Why a password is not taken: by its length in characters, and against the commonest passwords, a repeated one of them
 * and the person's own name (NIST SP 800-63B, 3.1.1.2). No rules on what it is made of.
 */
export function passwordFault(password: string, name: string): PasswordFault | undefined {
  const { length } = [...normal(password)];
  if (length < PASSWORD_LENGTH.min) return 'too-short';
  if (length > PASSWORD_LENGTH.max) return 'too-long';
  const text = normal(password).toLowerCase();
  const unit = repeatedUnit(text);
  const own = name.toLowerCase().replace(/\s+/g, '');
  const rest = text.replace(/\s+/g, '').replaceAll(own, '');
  const isCommon = COMMON.has(text) || unit.length <= SHORT_UNIT || COMMON.has(unit) || rest.length < SHORT_UNIT;
  return isCommon ? 'too-common' : undefined;
}

/** The shortest text that a text is repetitions of. */
function repeatedUnit(text: string): string {
  return text.slice(0, `${text}${text}`.indexOf(text, 1));
}

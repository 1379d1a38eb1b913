import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** The encodings that an answer is kept in, the smallest first. */
export const ENCODINGS = ['br', 'gzip', 'identity'] as const;
type Encoding = (typeof ENCODINGS)[number];

/** Close to the smallest, at a tenth of its time. */
const BROTLI_QUALITY = 9;

/** An answer written once and sent many times: its bytes, compressed too, and their SHA-256. */
export class WrittenJson<T> {
  readonly hash: string;
  readonly #bytes: Readonly<Record<Encoding, Buffer>>;

  private constructor(bytes: Readonly<Record<Encoding, Buffer>>) {
    this.#bytes = bytes;
    this.hash = createHash('sha256').update(bytes.identity).digest('hex');
  }

  static async of<T>(value: T): Promise<WrittenJson<T>> {
    const identity = Buffer.from(JSON.stringify(value));
    const [br, zipped] = await Promise.all([
      promisify(brotliCompress)(identity, { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } }),
      promisify(gzip)(identity),
    ]);
    return new WrittenJson({ br, gzip: zipped, identity });
  }

  bytes(encoding: Encoding): Buffer {
    return this.#bytes[encoding];
  }

  /** What was written. */
  read(): T {
    return JSON.parse(this.#bytes.identity.toString()) as T;
  }
}

// Compresses the built pages once, so that the server need not do it for every request.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const COMPRESSIBLE = /\.(js|css|svg|json|txt)$/;
/** Smaller files fit into one packet as they are. */
const SMALLEST = 1_024;

/** Writes a .br and a .gz file beside every text file of a folder. */
export function compressFiles(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (!entry.isFile() || !COMPRESSIBLE.test(entry.name)) continue;
    const path = join(entry.parentPath, entry.name);
    const bytes = readFileSync(path);
    if (bytes.length < SMALLEST) continue;
    writeFileSync(
      `${path}.br`,
      brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }),
    );
    writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }));
  }
}

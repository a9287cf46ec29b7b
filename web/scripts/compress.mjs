// Puts a smaller copy beside each built text file, which the server sends to who takes it: the page comes in a third.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const FOLDER = process.argv[2];
for (const name of readdirSync(FOLDER, { recursive: true })) {
  if (!/\.(js|css|json|svg)$/.test(name)) continue;
  const file = join(FOLDER, name);
  const whole = readFileSync(file);
  writeFileSync(`${file}.gz`, gzipSync(whole, { level: 9 }));
  writeFileSync(
    `${file}.br`,
    brotliCompressSync(whole, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: whole.length } }),
  );
}

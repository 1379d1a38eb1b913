// No line of code is longer than 140 columns: what Prettier can't break is broken by hand.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const LONGEST = 140;
const CODE = /\.(ts|mjs|cjs|html|css)$/;
const COMPILED = /\/messages\/compiled\//;

const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter((file) => CODE.test(file) && !COMPILED.test(file));
const long = files.flatMap((file) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .flatMap((line, i) => (line.length > LONGEST ? [`${file}:${i + 1} has ${line.length} columns`] : [])),
);
for (const line of long) process.stdout.write(`${line}\n`);
process.exitCode = long.length === 0 ? 0 : 1;

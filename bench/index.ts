import { writeFileSync } from 'node:fs';
import os from 'node:os';
import { booleanRows } from './booleans';
import { browserRows } from './browser';
import { colourRows } from './colour';
import { constructRows } from './construct';
import { evaluateRows } from './evaluate';
import { letteringRows } from './lettering';
import type { Row } from './measure';
import { rasterRows } from './raster';
import { serverRows } from './server';

async function main(): Promise<void> {
  const rows: Row[] = [
    ...(await booleanRows()),
    ...rasterRows(),
    ...evaluateRows(),
    ...constructRows(),
    ...colourRows(),
    ...letteringRows(),
    ...(await browserRows()),
    ...(await serverRows()),
  ];
  const [cpu] = os.cpus();
  const head = `# Benchmarks

Written by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}: ${cpu.model}, ${os.cpus().length} cores, Node ${process.version}.
Ratios are ours over the reference in the same run: below 1 is faster. Single times on a shared machine vary; ratios less so.

| what | ours | reference | ratio |
|---|---|---|---|
`;
  const table = rows.map((r) => `| ${r.join(' | ')} |`).join('\n');
  writeFileSync('docs/benchmarks.md', `${head}${table}\n`);
  console.log(table);
}

main().catch((e: unknown) => {
  console.error(e);
  process.exitCode = 1;
});

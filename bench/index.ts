import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import { bendRows } from './bend';
import { booleanRows } from './booleans';
import { browserRows } from './browser';
import { colourRows } from './colour';
import { constructRows } from './construct';
import { deliveryRows } from './delivery';
import { depthRows } from './depth';
import { evaluateRows } from './evaluate';
import { handRows } from './hand';
import { letteringRows } from './lettering';
import type { Row } from './measure';
import { memoryRows } from './memory';
import { openingRows } from './opening';
import { pictureRows } from './pictures';
import { proofRows } from './proof';
import { rasterRows } from './raster';
import { serverRows } from './server';

const groups: Readonly<Record<string, () => Row[] | Promise<Row[]>>> = {
  booleans: booleanRows,
  raster: rasterRows,
  evaluate: evaluateRows,
  construct: constructRows,
  colour: colourRows,
  lettering: letteringRows,
  bend: bendRows,
  pictures: pictureRows,
  depth: depthRows,
  proof: proofRows,
  delivery: deliveryRows,
  opening: openingRows,
  browser: browserRows,
  hand: handRows,
  server: serverRows,
  memory: memoryRows,
};

const report = 'docs/benchmarks.md';

/** What stands under the table is written by hand, and stays. */
const suites = '\n## Suites run whole\n';

function under(): string {
  const text = existsSync(report) ? readFileSync(report, 'utf8') : '';
  const at = text.indexOf(suites);
  return at < 0 ? '' : text.slice(at);
}

/** Rows of the last report, so that a run of some groups leaves the others as they are. */
function earlierRows(): Row[] {
  if (!existsSync(report)) return [];
  const [table] = readFileSync(report, 'utf8').split(suites);
  const lines = table.split('\n').filter((l) => /^\| (?!what|---)/.test(l));
  return lines.map((l) => l.slice(2, -2).split(' | ') as unknown as Row);
}

/** Fresh rows in place of those of the same name and reference, whatever was measured; new ones after the rest. */
function merged(before: readonly Row[], fresh: readonly Row[]): Row[] {
  const key = ([what, , reference]: Row) => `${what} ${reference.replace(/[\d.]+ ms/g, '')}`;
  // A map keeps the place of what it had first, and the row that came last.
  return [...new Map([...before, ...fresh].map((r) => [key(r), r])).values()];
}

/** Writes the table, and under it what stood there. */
function write(rows: readonly Row[]): void {
  const [cpu] = os.cpus();
  const head = `# Benchmarks

Written by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}: ${cpu.model}, ${os.cpus().length} cores, Node ${process.version}.
Ratios are ours over the reference in the same run: below 1 is faster. Single times on a shared machine vary; ratios less so.
Groups run by themselves (\`npm run bench -- browser\`) leave the other rows as an earlier run had them.

| what | ours | reference | ratio |
|---|---|---|---|
`;
  const table = rows.map((r) => `| ${r.join(' | ')} |`).join('\n');
  writeFileSync(report, `${head}${table}\n${under()}`);
}

/** Runs one group and puts its rows into the table. */
async function runGroup(name: string): Promise<void> {
  const fresh = await groups[name]();
  write(merged(earlierRows(), fresh));
  console.log(fresh.map((r) => `| ${r.join(' | ')} |`).join('\n'));
}

/** Runs all groups, each in a process of its own, so that none is measured in what another left in memory; returns those that failed. */
function runAll(): string[] {
  write([]);
  return Object.keys(groups).filter((name) => {
    console.log(`\n${name}, ${new Date().toTimeString().slice(0, 8)}`);
    return (
      spawnSync(process.execPath, [...process.execArgv, process.argv[1], name], { stdio: 'inherit' })
        .status !== 0
    );
  });
}

async function main(): Promise<void> {
  const asked = process.argv.slice(2);
  const unknown = asked.filter((g) => !groups[g]);
  if (unknown.length)
    throw new Error(`There is no bench “${unknown[0]}”. There are: ${Object.keys(groups).join(', ')}.`);
  for (const name of asked) await runGroup(name);
  const failed = asked.length ? [] : runAll();
  if (failed.length)
    throw new Error(`These benches failed, and their rows are missing: ${failed.join(', ')}.`);
}

main().catch((e: unknown) => {
  console.error(e);
  process.exitCode = 1;
});

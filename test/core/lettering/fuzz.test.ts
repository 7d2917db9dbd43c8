import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fontBytes, fontFile } from '../../faces';
import { runs } from '../../share';

const packed = path.resolve(import.meta.dirname, '../../../node_modules/source-sans');

/** Milliseconds that one font may take at most. */
const patience = 4000;

describe('font files with bytes cut or turned over', () => {
  let worker: Worker;
  let answered: (word: string) => void = () => {};

  const start = async () => {
    const reader = JSON.stringify(pathToFileURL(path.join(import.meta.dirname, 'reader.ts')).href);
    worker = new Worker(`import('tsx/esm/api').then((tsx) => tsx.tsImport(${reader}, ${reader}))`, {
      eval: true,
      workerData: { program: path.join(path.dirname(fontFile('anton')), 'subset.wasm') },
    });
    await once(worker, 'message');
    worker.on('message', (word) => answered(String(word)));
    worker.on('error', (e) => answered(`broke: ${e}`));
  };
  beforeAll(start);
  afterAll(() => worker.terminate());

  /** What comes of a font: read, refused, or how it failed. */
  async function outcome(bytes: Uint8Array): Promise<string> {
    const word = await new Promise<string>((resolve) => {
      const late = setTimeout(() => resolve('hangs'), patience);
      answered = (found) => {
        clearTimeout(late);
        resolve(found);
      };
      worker.postMessage(bytes);
    });
    if (word !== 'read' && word !== 'refused') {
      await worker.terminate();
      await start();
    }
    return word;
  }

  it.each([
    ['TrueType', () => fontBytes('sacramento')],
    ['TrueType of many features', () => fontBytes('eb-garamond-500')],
    ['variable TrueType', () => fontBytes('source-sans')],
    ['OpenType', () => readFileSync(path.join(packed, 'OTF/SourceSans3-Regular.otf'))],
    ['WOFF', () => readFileSync(path.join(packed, 'WOFF/TTF/SourceSans3-Regular.ttf.woff'))],
    ['WOFF 2', () => readFileSync(path.join(packed, 'WOFF2/TTF/SourceSans3-Regular.ttf.woff2'))],
  ] as const)('%s: are read or refused in words, and nothing hangs', async (_, load) => {
    const good = new Uint8Array(load());
    expect(await outcome(good)).toBe('read');
    const seen = new Set<string>();
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 0, max: good.length }),
        // The head of a file says where everything is: it is hit as often as the rest.
        fc.array(
          fc.tuple(fc.oneof(fc.nat(Math.min(600, good.length - 1)), fc.nat(good.length - 1)), fc.nat(255)),
          { maxLength: 40 },
        ),
        async (length, changes) => {
          const bytes = good.slice();
          for (const [at, v] of changes) bytes[at] = v;
          const word = await outcome(length % 3 ? bytes : bytes.slice(0, length));
          seen.add(word);
          expect(['read', 'refused']).toContain(word);
        },
      ),
      { numRuns: runs(2000, 150) },
    );
    expect(seen).toContain('refused');
  });
});

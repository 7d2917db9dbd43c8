// Compiles the pixel kernels to one small wasm, in public/generated for the browser and Node alike.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib/root.mjs';

const sources = path.join(root, 'kernels');
const out = path.join(root, 'src/core/raster/generated');

export async function buildKernels({ quiet = false } = {}) {
  const files = readdirSync(sources)
    .filter((f) => f.endsWith('.ts'))
    .sort();
  const hash = createHash('sha256');
  for (const f of files) hash.update(f).update(readFileSync(path.join(sources, f)));
  const stamp = hash.digest('hex').slice(0, 16);
  const target = path.join(out, 'kernels.ts');
  if (existsSync(target) && readFileSync(target, 'utf8').includes(stamp)) return;
  const { default: asc } = await import('assemblyscript/asc');
  const made = new Map();
  const { error, stderr } = await asc.main(
    [
      'index.ts',
      '--outFile',
      'kernels.wasm',
      '-O3',
      '--noAssert',
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '--initialMemory',
      '1',
      '--use',
      'abort=',
    ],
    {
      readFile: (name, base) => {
        const file = path.join(
          sources,
          path.relative(sources, path.resolve(base ? path.join(sources, base) : sources, name)),
        );
        return existsSync(file) ? readFileSync(file, 'utf8') : null;
      },
      writeFile: (name, data) => made.set(path.basename(name), data),
      listFiles: () => files,
    },
  );
  if (error) throw new Error(`The pixel kernels did not compile.\n${stderr.toString()}`);
  mkdirSync(out, { recursive: true });
  const wasm = Buffer.from(made.get('kernels.wasm'));
  writeFileSync(
    target,
    `// Compiled from kernels/, ${stamp}\nexport const kernelsBase64 =\n  '${wasm.toString('base64')}';\n`,
  );
  if (!quiet) console.log(`Pixel kernels: ${wasm.length} bytes`);
}

if (import.meta.filename === process.argv[1]) await buildKernels();

/** Reads font files in a worker of its own, so that one that hangs can be stopped. */
import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { FontFault } from '@/core';
import { openFace, openSubsetter } from '@/core/shaping';
import { unpackFont } from '@/server/woff';

const text = 'Tarn fi 8';
const order = { from: 0, to: text.length, rightToLeft: false, script: 'Latn', features: [] };

async function read(
  bytes: Uint8Array,
  subset: (face: ReturnType<typeof openFace>) => unknown,
): Promise<string> {
  try {
    const face = openFace('fuzz', await unpackFont(bytes));
    const instance = face.at({});
    for (const g of instance.shape(text, order).slice(0, 4)) instance.outline(g.id);
    subset(face);
    return 'read';
  } catch (e) {
    // Refused in words; anything else is a fault of ours.
    return e instanceof FontFault ? 'refused' : `broke: ${(e as Error).stack}`;
  }
}

const { subset } = await openSubsetter(readFileSync((workerData as { program: string }).program));
parentPort?.on('message', async (bytes: Uint8Array) => {
  const codes = [...text].map((c) => c.codePointAt(0) as number);
  parentPort?.postMessage(await read(bytes, (face) => subset(face, {}, codes)));
});
parentPort?.postMessage('ready');

import { unzip } from 'fflate';
import { ApiError, api } from './api';

/** Largest file that is read, bytes, what is in it unpacked, and how many files that may be. */
const most = { file: 256 << 20, unpacked: 512 << 20, entries: 2000 } as const;

/** Whether a file is a design together with its fonts and pictures. */
export const isWhole = (f: File): boolean => f.type === 'application/zip' || /\.zip$/i.test(f.name);

/** Names of what is read in such a file. */
const known = /^(?:design\.json|fonts\/[\w-]+\.ttf|pictures\/[\w-]+\.(?:png|jpg|webp|avif))$/;

function unpacked(bytes: Uint8Array): Promise<Record<string, Uint8Array>> {
  let [size, count] = [0, 0];
  return new Promise((resolve, reject) => {
    unzip(
      bytes,
      {
        filter: ({ name, originalSize }) => {
          if (!known.test(name)) return false;
          size += originalSize;
          count++;
          // What says that it is more than can be is not unpacked at all.
          return size <= most.unpacked && count <= most.entries;
        },
      },
      (error, files) => {
        if (error) reject(new Error('It is no zip, or a damaged one.'));
        else if (size > most.unpacked || count > most.entries)
          reject(
            new Error(
              `There is more in it than can be opened (${most.unpacked >> 20} MB, ${most.entries} files).`,
            ),
          );
        else resolve(files);
      },
    );
  });
}

/**
 * A design from a file with its fonts and pictures, which are brought to the server; `faults` says of which that failed.
 * @throws Error in words where it is no such file.
 */
export async function readWhole(file: File): Promise<{ document: unknown; faults: string[] }> {
  if (file.size > most.file) throw new Error(`It is larger than ${most.file >> 20} MB.`);
  const files = await unpacked(new Uint8Array(await file.arrayBuffer()));
  const design = files['design.json'];
  if (!design) throw new Error('There is no design in it.');
  const document: unknown = JSON.parse(new TextDecoder().decode(design));
  const faults: string[] = [];
  for (const [name, bytes] of Object.entries(files)) {
    if (name === 'design.json') continue;
    const blob = new Blob([bytes as Uint8Array<ArrayBuffer>]);
    try {
      // What is known by its bytes has the same id wherever it is.
      await (name.startsWith('fonts/') ? api.addFont(blob) : api.addImage(blob));
    } catch (e) {
      if (!(e instanceof ApiError)) throw e;
      faults.push(`${name}: ${e.message}`);
    }
  }
  return { document, faults };
}

import {
  type FacesUsed,
  FontFault,
  faceAddress,
  facesMissing,
  isOwnFace,
  isShippedFace,
  provideFace,
} from '@/core';
import type { Subsetter } from '@/core/shaping';

/** Milliseconds before a face is asked for again that the server could not be asked for. */
const pause = 5000;

/** Faces that could not be had, and from when on they are asked for again: what is no font never is. */
const refused = new Map<string, number>();

async function fetchFace(id: string): Promise<void> {
  const response = await fetch(faceAddress(id));
  if (response.status === 404) throw new FontFault(`The face “${id}” is not here any more.`);
  if (!response.ok) throw new Error(String(response.status));
  const bytes = new Uint8Array(await response.arrayBuffer());
  // The shaper is large: it comes with the first face.
  const { openFace } = await import('@/core/shaping');
  provideFace(openFace(id, bytes));
}

const toFetch = (design: FacesUsed): string[] =>
  facesMissing(design).filter(
    (id) => (isShippedFace(id) || isOwnFace(id)) && !((refused.get(id) ?? 0) > Date.now()),
  );

/** Whether faces of a design are still to be fetched. */
export const facesToCome = (design: FacesUsed): boolean => toFetch(design).length > 0;

/** Fetches the faces that a design is set in and that are not at hand; says why for those that cannot be had. */
export async function fetchFaces(design: FacesUsed): Promise<string[]> {
  const words = await Promise.all(
    toFetch(design).map((id) =>
      fetchFace(id).then(
        () => [],
        (e: unknown) => {
          const known = e instanceof FontFault;
          refused.set(id, known ? Number.POSITIVE_INFINITY : Date.now() + pause);
          return [known ? e.message : `The face “${id}” could not be fetched; it is tried again.`];
        },
      ),
    ),
  );
  return words.flat();
}

let cutting: Promise<Subsetter> | null = null;

/** What cuts fonts down; fetched when it is first asked for. */
export function subsetter(): Promise<Subsetter> {
  cutting ??= Promise.all([fetch('/fonts/subset.wasm'), import('@/core/shaping')]).then(
    async ([response, { openSubsetter }]) => {
      if (!response.ok) throw new Error('The fonts could not be put into the file; try again.');
      return openSubsetter(await response.arrayBuffer());
    },
  );
  // Asked for again another time.
  cutting.catch(() => {
    cutting = null;
  });
  return cutting;
}
